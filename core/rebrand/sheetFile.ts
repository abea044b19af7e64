import {
  componentAt,
  kitAt,
  splitRef,
  type ComponentPair,
  type ComponentRef,
  type Json,
  type MatchSheet,
  type Problem,
  type World,
} from '../model/index.js';
import { chooseOption, choosePair, chooseProp, chooseToken } from './plan.js';

export const SHEET_FORMAT = 'dekkor-sheet/2';
/** Forms that are read: the first called what is dismissed `accepted`. */
const READ_FORMATS: readonly unknown[] = ['dekkor-sheet/1', SHEET_FORMAT];
/** More than this is no sheet between two kits. */
const MOST = 5000;
const MOST_LEFT = 1000;

/**
 * A match sheet in the open format (docs/sheet.schema.json): which component stands for which, how sure that is and why, and what
 * was chosen by hand.
 */
export function writeSheet(sheet: MatchSheet): Json {
  const idOf = (ref: ComponentRef): string => splitRef(ref).id;
  return {
    format: SHEET_FORMAT,
    from: sheet.from,
    to: sheet.to,
    pairs: Object.values(sheet.pairs).map((p) => ({
      from: idOf(p.from),
      to: p.to === null ? null : idOf(p.to),
      confidence: Math.round(p.confidence * 100) / 100,
      why: p.why,
      ...(p.chosen
        ? { chosen: true, ...(p.by ? { by: p.by } : {}), ...(p.at ? { at: p.at } : {}), ...chosenProps(p) }
        : {}),
    })),
    ...(sheet.tokensChosen && sheet.tokensChosen.length > 0
      ? { tokens: sheet.tokensChosen.map((from) => ({ from, to: sheet.tokens[from] ?? null })) }
      : {}),
    ...(sheet.dismissed && sheet.dismissed.length > 0 ? { dismissed: [...sheet.dismissed] } : {}),
  };
}

/** Of a pair that was chosen: which property shows in which, and which option as which. What shows in several is left to be matched. */
function chosenProps(p: ComponentPair): { readonly props?: Json } {
  const plain = Object.entries(p.props).filter(([, how]) => !how.also && !how.into && !how.out);
  if (p.to === null || plain.length === 0) return {};
  return {
    props: Object.fromEntries(
      plain.map(([id, how]) => [id, { to: how.to, ...(how.options ? { options: { ...how.options } } : {}) }]),
    ),
  };
}

export interface ReadSheet {
  /** The sheet with what was chosen in the file; null: it is no sheet, or one between other kits. */
  readonly sheet: MatchSheet | null;
  /** How many choices were taken. */
  readonly taken: number;
  readonly problems: readonly Problem[];
}
const isObject = (v: Json | undefined): v is { readonly [k: string]: Json } =>
  typeof v === 'object' && v !== null && !Array.isArray(v);
/** A kit whatever its version: what was chosen for one holds for others. */
const kitName = (v: Json | undefined): string => (typeof v === 'string' ? (v.split('@')[0] ?? '') : '');

type Tell = (level: Problem['level'], code: string, where: string, message: string) => void;
/** The properties and options of a pair as a file says them, where that is otherwise than they are matched. */
function withProps(
  world: World,
  onto: MatchSheet,
  from: ComponentRef,
  props: { readonly [k: string]: Json },
  tell: Tell,
): MatchSheet {
  let sheet = onto;
  const target = (): ReturnType<typeof componentAt> => {
    const to = sheet.pairs[from]?.to;
    return to ? componentAt(world, to) : undefined;
  };
  for (const [id, said] of Object.entries(props).slice(0, 200)) {
    const now = sheet.pairs[from]?.props[id];
    if (!now || !isObject(said)) continue;
    const to = said['to'];
    if ((to === null || typeof to === 'string') && to !== now.to && !now.also && !now.into && !now.out) {
      const next = chooseProp(world, sheet, { from, prop: id, to });
      if (next === sheet)
        tell(
          'left out',
          'sheet.prop',
          `${from}, ${id}`,
          `${id} of ${from} cannot show as ${String(to)}; it is matched as before.`,
        );
      sheet = next;
    }
    const options = isObject(said['options']) ? said['options'] : {};
    const there = target()?.contract.props.find((p) => p.id === sheet.pairs[from]?.props[id]?.to);
    for (const [option, other] of Object.entries(options).slice(0, 200)) {
      if (typeof other !== 'string' || sheet.pairs[from]?.props[id]?.options?.[option] === other) continue;
      if (there?.kind === 'flag' ? other === 'true' || other === 'false' : there?.options?.some((o) => o.id === other))
        sheet = chooseOption(sheet, { from, prop: id, option, to: other });
    }
  }
  return sheet;
}

/**
 * Takes what was chosen by hand in the file of a sheet, over a sheet between the same kits; of other versions too, and the other way
 * round. What names something that is not there is left out and told; nothing else changes.
 */
export function readSheet(world: World, json: unknown, onto: MatchSheet): ReadSheet {
  const problems: Problem[] = [];
  const tell: Tell = (level, code, where, message) =>
    void problems.push({ level, code, where: where.slice(0, 120), message });
  const refuse = (code: string, message: string): ReadSheet => {
    tell('refused', code, 'the file', message);
    return { sheet: null, taken: 0, problems };
  };
  const file = json as Json;
  if (!isObject(file) || !READ_FORMATS.includes(file['format']) || !Array.isArray(file['pairs']))
    return refuse('sheet.format', `This is no match sheet: one has the format “${SHEET_FORMAT}” and pairs.`);
  const [from, to] = [kitName(file['from']), kitName(file['to'])];
  const same = from === kitName(onto.from) && to === kitName(onto.to);
  const back = from === kitName(onto.to) && to === kitName(onto.from);
  if (!same && !back)
    return refuse(
      'sheet.kits',
      `This sheet is between ${String(file['from']).slice(0, 60)} and ${String(file['to']).slice(0, 60)}; here it is between ${onto.from} and ${onto.to}.`,
    );
  let sheet = onto;
  let taken = 0;
  const told = new Set<string>();
  const list = file['pairs'] as readonly Json[];
  if (list.length > MOST)
    tell('left out', 'sheet.large', 'pairs', `Of ${list.length} pairs the first ${MOST} were read.`);
  for (const [i, p] of list.slice(0, MOST).entries()) {
    if (!isObject(p) || p['chosen'] !== true) continue;
    const [a, b] = same ? [p['from'], p['to']] : [p['to'], p['from']];
    // Left as it is by hand: only the way it was meant.
    if (a === null) continue;
    if (typeof a !== 'string' || (b !== null && typeof b !== 'string')) {
      tell('left out', 'sheet.pair', `pair ${i + 1}`, `Pair ${i + 1} names no components, so it was left out.`);
      continue;
    }
    const [own, other] = [`${onto.from}/${a}`, b === null ? null : `${onto.to}/${b}`];
    const gone = [own, ...(other === null ? [] : [other])].find((ref) => !componentAt(world, ref));
    if (gone !== undefined) {
      tell('left out', 'sheet.gone', gone, `There is no ${gone.slice(0, 80)}, so what was chosen for it was left out.`);
      continue;
    }
    if (told.has(own)) {
      tell('left out', 'sheet.twice', own, `${a} is paired twice; the first pair was taken.`);
      continue;
    }
    told.add(own);
    sheet = choosePair(world, sheet, own, other);
    const made = sheet.pairs[own];
    const [by, at] = [p['by'], p['at']];
    if (made)
      sheet = {
        ...sheet,
        pairs: {
          ...sheet.pairs,
          [own]: {
            ...made,
            ...(typeof by === 'string' && by !== '' ? { by: by.slice(0, 80) } : {}),
            ...(typeof at === 'string' && /^\d{4}-\d\d-\d\d$/u.test(at) ? { at } : {}),
          },
        },
      };
    if (same && isObject(p['props'])) sheet = withProps(world, sheet, own, p['props'], tell);
    taken++;
  }
  const [kitFrom, kitTo] = [kitAt(world, onto.from), kitAt(world, onto.to)];
  const tokens = Array.isArray(file['tokens']) ? file['tokens'] : [];
  for (const [i, t] of tokens.slice(0, MOST).entries()) {
    const [a, b] = !isObject(t) ? [] : same ? [t['from'], t['to']] : [t['to'], t['from']];
    // One that stands for nothing does so the way it was meant only.
    if (a === null) continue;
    const known = typeof a === 'string' && kitFrom !== undefined && Object.hasOwn(kitFrom.tokens, a);
    const there = b === null || (typeof b === 'string' && kitTo !== undefined && Object.hasOwn(kitTo.tokens, b));
    if (!known || !there) {
      const gone = String(known ? b : a).slice(0, 80);
      const says = `There is no token ${gone}, so what was chosen for token ${i + 1} was left out.`;
      tell('left out', 'sheet.gone', gone, says);
      continue;
    }
    sheet = chooseToken(sheet, a, typeof b === 'string' ? b : null);
    taken++;
  }
  // What was looked at is so for this way round only.
  const dismissed = file['dismissed'] ?? file['accepted'];
  const left = same && Array.isArray(dismissed) ? dismissed : [];
  const known = left.filter((c): c is string => typeof c === 'string' && c.length <= 600).slice(0, MOST_LEFT);
  if (known.length > 0) sheet = { ...sheet, dismissed: [...new Set([...(sheet.dismissed ?? []), ...known])] };
  return { sheet, taken, problems };
}
