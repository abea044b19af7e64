import { applyEdit, type Step } from '../edit/index.js';
import { sameJson, type Project } from '../model/index.js';

type Restore = (now: Project, then: Project) => readonly Step[];

/** A field that is one value. */
const whole =
  (field: 'name' | 'kits' | 'appliedKits'): Restore =>
  (now, then) =>
    sameJson(now[field], then[field]) ? [] : [{ do: field, value: then[field] } as Step];
/** A record: entries that differ are put in the place of what is there; `null` takes one away. */
function entries<T>(
  of: (p: Project) => Readonly<Record<string, T>> | undefined,
  make: (key: string, value: T | null) => Step,
): Restore {
  return (now, then) => {
    const [a, b] = [of(now) ?? {}, of(then) ?? {}];
    return [...new Set([...Object.keys(a), ...Object.keys(b)])].flatMap((key) => {
      const value = Object.hasOwn(b, key) ? (b[key] as T) : null;
      return sameJson(Object.hasOwn(a, key) ? a[key] : null, value) ? [] : [make(key, value)];
    });
  };
}

/** How each field of a project is brought back, in the order in which that is done. */
const RESTORE: { readonly [K in keyof Required<Project>]: Restore } = {
  // A project stays the one it is.
  id: () => [],
  name: whole('name'),
  kits: whole('kits'),
  appliedKits: whole('appliedKits'),
  matchSheets: entries(
    (p) => p.matchSheets,
    (key, value) => ({ do: 'sheet', key, value }),
  ),
  situations: entries(
    (p) => p.situations,
    (situation, value) => ({ do: 'situation', situation, value }),
  ),
  contentSets: entries(
    (p) => p.contentSets,
    (set, value) => ({ do: 'contentSet', set, value }),
  ),
  originals: componentSteps,
  // Brought back with the originals: components and editions can be made of one another.
  editions: () => [],
  flows(now, then) {
    const stay = now.flows.filter((f) => then.flows.some((x) => x.id === f.id));
    if (sameJson(stay, then.flows)) return [];
    // Put one behind the other, whatever goes or comes between them.
    return then.flows.map((flow, i): Step => ({
      do: 'flow',
      flow: flow.id,
      value: flow,
      after: then.flows[i - 1]?.id ?? null,
    }));
  },
  screens(now, then) {
    const steps: Step[] = [];
    const wanted = new Map(then.screens.map((s) => [s.id, s]));
    for (const s of now.screens) if (!sameJson(wanted.get(s.id), s)) steps.push({ do: 'removeScreen', screen: s.id });
    let after: string | null = null;
    for (const s of then.screens) {
      const same = now.screens.find((x) => x.id === s.id);
      if (!sameJson(same, s)) steps.push({ do: 'insertScreen', screen: s, after });
      else if (moves(now, then)) steps.push({ do: 'moveScreen', screen: s.id, flow: s.flow, after });
      after = s.id;
    }
    // Flows go last, once no screen is in them.
    for (const flow of now.flows)
      if (!then.flows.some((f) => f.id === flow.id))
        steps.push({ do: 'flow', flow: flow.id, value: null, after: null });
    return steps;
  },
};

/**
 * The steps that make `now` what it was `then`: whole screens, sets and components that differ are replaced, the rest is left
 * alone. As one edit it is one step of undo.
 */
export const restoreSteps = (now: Project, then: Project): Step[] =>
  Object.values(RESTORE).flatMap((restore) => restore(now, then));

/**
 * The steps that bring components of the project and changes of installed ones back. Each is put in the place of what is there; where
 * that would, halfway, contain itself, because two were made of one another the other way round, all of them go first.
 */
function componentSteps(now: Project, then: Project): Step[] {
  const changed = [...new Set([...Object.keys(now.originals), ...Object.keys(then.originals)])].filter(
    (id) => !sameJson(now.originals[id] ?? null, then.originals[id] ?? null),
  );
  const put = changed.map((id): Step => ({ do: 'original', original: id, value: then.originals[id] ?? null }));
  const editions = [...new Set([...Object.keys(now.editions ?? {}), ...Object.keys(then.editions ?? {})])].flatMap(
    (key) => {
      const a = now.editions?.[key];
      const b = then.editions?.[key];
      const same = sameJson(a?.steps ?? null, b?.steps ?? null);
      return same ? [] : [{ key, from: b?.from ?? a?.from ?? key, a: a?.steps ?? [], b: b?.steps ?? [] }];
    },
  );
  const taken = editions.flatMap(({ key, from, a }) =>
    a.map((s): Step => ({ do: 'edition', edition: key, from, id: s.id, value: null })),
  );
  const said = editions.flatMap(({ key, from, b }) =>
    b.map((s): Step => ({ do: 'edition', edition: key, from, id: s.id, value: s.step })),
  );
  const plain = [...put, ...taken, ...said];
  if (applyEdit(now, { id: 'back', label: 'Back', steps: plain }).ok) return plain;
  const gone = changed
    .filter((id) => Object.hasOwn(now.originals, id))
    .map((id): Step => ({ do: 'original', original: id, value: null }));
  const there = put.filter((s) => s.do === 'original' && s.value !== null);
  return [...gone, ...taken, ...there, ...said];
}

/** Do the screens that stay stand in another order? */
function moves(now: Project, then: Project): boolean {
  return !sameJson(
    now.screens.map((s) => s.id),
    then.screens.map((s) => s.id),
  );
}
