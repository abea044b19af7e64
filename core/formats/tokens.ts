import { aliasPath, toPx, type Json, type TextStyle, type Token, type TokenType } from '../model/index.js';
import { isColour } from '../colour/index.js';
import { readCurve, readDuration } from './tokenValues.js';
import { isObject, text, type JsonObject, type Report } from './checks.js';

const TYPES: readonly string[] = [
  'color',
  'dimension',
  'number',
  'shadow',
  'fontFamily',
  'fontWeight',
  'duration',
  'cubicBezier',
];
const MOST = 5000;

/**
 * Reads groups of the design tokens community format into a flat record by path (`space.m`).
 * `$type` is taken from the nearest group; our meaning and modes stand in `$extensions.dekkor`.
 */
export function readTokens(json: Json | undefined, report: Report): Record<string, Token> {
  const found: Record<string, Token> = {};
  if (json === undefined) return found;
  if (!isObject(json)) {
    report.add('left out', 'tokens.shape', 'tokens', 'Tokens must be groups of tokens; these were left out.');
    return found;
  }
  let count = 0;
  const walk = (group: JsonObject, path: string, type: string, depth: number): void => {
    const own = text(group, '$type', type);
    for (const [key, value] of Object.entries(group)) {
      if (key.startsWith('$')) continue;
      const at = path === '' ? key : `${path}.${key}`;
      if (!isObject(value) || /[{}@/]/u.test(key) || key in Object.prototype || depth > 12) {
        report.add('left out', 'token.shape', at, `Token ${at} is no token and no group; it was left out.`);
        continue;
      }
      if (!('$value' in value)) {
        walk(value, at, own, depth + 1);
        continue;
      }
      if (++count > MOST) continue;
      const token = readToken(value, at, text(value, '$type', own), report);
      if (token) found[at] = token;
    }
  };
  walk(json, '', 'other', 0);
  if (count > MOST)
    report.add('left out', 'tokens.many', 'tokens', `There are ${count} tokens; the first ${MOST} were taken.`);
  checkAliases(found, report);
  return found;
}

function readToken(value: JsonObject, path: string, type: string, report: Report): Token | null {
  const v = value['$value'];
  if (v === undefined) return null;
  const bad = wrong(type, v);
  if (bad) {
    report.add('left out', 'token.value', path, `Token ${path}: ${bad}; it was left out.`);
    return null;
  }
  const ext = value['$extensions'];
  const ours = isObject(ext) && isObject(ext['dekkor']) ? ext['dekkor'] : {};
  const modes = isObject(ours['modes'])
    ? Object.fromEntries(Object.entries(ours['modes']).filter(([, m]) => wrong(type, m) === null))
    : undefined;
  const means = text(ours, 'means');
  const description = text(value, '$description');
  return {
    path,
    type: (TYPES.includes(type) ? type : 'other') as TokenType,
    value: v,
    ...(modes && Object.keys(modes).length > 0 ? { modes } : {}),
    ...(means ? { means } : {}),
    ...(description ? { description } : {}),
  };
}

function wrong(type: string, v: Json): string | null {
  if (aliasPath(v) !== null) return null;
  if (type === 'color')
    return typeof v === 'string' && isColour(v) ? null : `${JSON.stringify(v).slice(0, 60)} is not a colour`;
  if (type === 'dimension') return toPx(v) === undefined ? `${JSON.stringify(v).slice(0, 60)} is not a length` : null;
  if (type === 'number' || type === 'fontWeight')
    return typeof v === 'number' ? null : `${JSON.stringify(v).slice(0, 60)} is not a number`;
  if (type === 'duration')
    return readDuration(v) === null ? `${JSON.stringify(v).slice(0, 60)} is not a duration` : null;
  if (type === 'cubicBezier')
    return readCurve(v) === null ? `${JSON.stringify(v).slice(0, 60)} is not an easing curve` : null;
  return null;
}

/** A token may refer to one that refers to another, so many times. */
const MOST_STEPS = 40;
/** Leaves out what refers to nothing, to itself, or on and on. Each token is followed once, however many lead to it. */
function checkAliases(tokens: Record<string, Token>, report: Report): void {
  /** How many steps a token is from a value; null: it never gets there. */
  const steps = new Map<string, number | null>();
  const bad: (readonly [path: string, code: string, why: string])[] = [];
  for (const start of Object.keys(tokens)) {
    const path: string[] = [];
    const on = new Set<string>();
    let at: string | null = start;
    while (at !== null && !steps.has(at) && !on.has(at) && Object.hasOwn(tokens, at)) {
      path.push(at);
      on.add(at);
      at = aliasPath(tokens[at]?.value as Json);
    }
    let left: number | null;
    let code = 'token.unknown';
    let why = '';
    if (at === null) left = -1;
    else if (on.has(at)) {
      left = null;
      code = 'token.circle';
      const circle = path.slice(path.indexOf(at));
      why = `refers to itself through ${circle.slice(0, 6).join(', ')}${circle.length > 6 ? ' and more' : ''}`;
    } else {
      left = steps.get(at) ?? null;
      why = `refers to ${at}, which ${Object.hasOwn(tokens, at) ? 'was left out' : 'does not exist'}`;
    }
    for (const p of path.reverse()) {
      if (left !== null && ++left > MOST_STEPS) {
        left = null;
        why = `refers to another through more than ${MOST_STEPS} others`;
      }
      steps.set(p, left);
      if (left !== null) continue;
      bad.push([p, code, why]);
      if (code !== 'token.circle') why = `refers to ${p}, which was left out`;
    }
  }
  for (const [path, code, why] of bad) {
    report.add('left out', code, path, `Token ${path} ${why}; it was left out.`);
    delete tokens[path];
  }
}

/** Reads text styles: `{ body: { name, family, weight, size, lineHeight, letterSpacing, means } }`, px. */
export function readTextStyles(json: Json | undefined, report: Report): Record<string, TextStyle> {
  const found: Record<string, TextStyle> = {};
  if (!isObject(json ?? null)) return found;
  for (const [id, value] of Object.entries(json as JsonObject)) {
    if (!isObject(value) || id in Object.prototype) {
      report.add('left out', 'style.shape', id, `Text style ${id} is not a group of values; it was left out.`);
      continue;
    }
    const size = toPx(value['size']);
    const lineHeight = toPx(value['lineHeight']);
    const family = text(value, 'family');
    if (size === undefined || lineHeight === undefined || family === '' || size < 4 || size > 400 || lineHeight < 1) {
      report.add(
        'left out',
        'style.value',
        id,
        `Text style ${id} needs a family, a size from 4 to 400 px and a line height; it was left out.`,
      );
      continue;
    }
    const means = text(value, 'means');
    found[id] = {
      id,
      name: text(value, 'name', id),
      family,
      weight: typeof value['weight'] === 'number' ? Math.min(900, Math.max(100, value['weight'])) : 400,
      italic: value['italic'] === true,
      size,
      lineHeight,
      letterSpacing: toPx(value['letterSpacing']) ?? 0,
      ...(means ? { means } : {}),
    };
  }
  return found;
}
