import type { Step } from '../edit/index.js';
import { sameJson, type Project } from '../model/index.js';

/**
 * The steps that make `now` what it was `then`: whole screens, sets and components that differ are replaced, the rest is left
 * alone. As one edit it is one step of undo.
 */
export function restoreSteps(now: Project, then: Project): Step[] {
  const steps: Step[] = [];
  if (now.name !== then.name) steps.push({ do: 'name', value: then.name });
  if (!sameJson(now.kits, then.kits)) steps.push({ do: 'kits', value: then.kits });
  if (!sameJson(now.wears, then.wears)) steps.push({ do: 'wears', value: then.wears });
  const records = <T>(
    a: Readonly<Record<string, T>>,
    b: Readonly<Record<string, T>>,
    make: (key: string, value: T | null) => Step,
  ): void => {
    for (const key of new Set([...Object.keys(a), ...Object.keys(b)])) {
      const value = Object.hasOwn(b, key) ? (b[key] as T) : null;
      if (!sameJson(Object.hasOwn(a, key) ? a[key] : null, value)) steps.push(make(key, value));
    }
  };
  records(now.sheets, then.sheets, (key, value) => ({ do: 'sheet', key, value }));
  records(now.situations ?? {}, then.situations ?? {}, (situation, value) => ({ do: 'situation', situation, value }));
  records(now.contentSets, then.contentSets, (set, value) => ({ do: 'contentSet', set, value }));
  records(now.originals, then.originals, (original, value) => ({ do: 'original', original, value }));
  const editions = new Set([...Object.keys(now.editions ?? {}), ...Object.keys(then.editions ?? {})]);
  for (const key of editions) {
    const a = now.editions?.[key];
    const b = then.editions?.[key];
    if (sameJson(a?.steps ?? null, b?.steps ?? null)) continue;
    const from = b?.from ?? a?.from ?? key;
    for (const s of a?.steps ?? []) steps.push({ do: 'edition', edition: key, from, id: s.id, value: null });
    for (const s of b?.steps ?? []) steps.push({ do: 'edition', edition: key, from, id: s.id, value: s.step });
  }
  let before: string | null = null;
  for (const flow of then.flows) {
    if (
      !sameJson(
        now.flows.find((f) => f.id === flow.id),
        flow,
      )
    )
      steps.push({ do: 'flow', flow: flow.id, value: flow, after: before });
    before = flow.id;
  }
  const wanted = new Map(then.screens.map((s) => [s.id, s]));
  for (const s of now.screens) if (!sameJson(wanted.get(s.id), s)) steps.push({ do: 'removeScreen', screen: s.id });
  let after: string | null = null;
  for (const s of then.screens) {
    const same = now.screens.find((x) => x.id === s.id);
    if (!sameJson(same, s)) steps.push({ do: 'insertScreen', screen: s, after });
    else steps.push({ do: 'moveScreen', screen: s.id, flow: s.flow, after });
    after = s.id;
  }
  for (const flow of now.flows)
    if (!then.flows.some((f) => f.id === flow.id)) steps.push({ do: 'flow', flow: flow.id, value: null, after: null });
  return steps.filter((s) => s.do !== 'moveScreen' || moves(now, then));
}

/** Do the screens that stay stand in another order? */
function moves(now: Project, then: Project): boolean {
  return !sameJson(
    now.screens.map((s) => s.id),
    then.screens.map((s) => s.id),
  );
}
