import {
  componentAt,
  editionKey,
  emptyProject,
  kitAt,
  ruleKey,
  splitRef,
  type Component,
  type ComponentRef,
  type EditionStep,
  type Json,
  type Project,
  type World,
} from '../model/index.js';
import { applyStep } from './apply.js';
import { batchEdit, type Refusal, type TreeRef } from './kind.js';
import { kindOf, type Step } from './steps/index.js';

/** A change of an edition that does not fit the original it is replayed on, with the reason. */
export interface FailedChange {
  readonly id: string;
  readonly step: Json;
  readonly refusal: Refusal;
}
export interface Replayed {
  readonly component: Component;
  readonly failed: readonly FailedChange[];
}

/** The name of the one original in the little project that an edition is replayed in. */
const IT = 'it';
const TREE: TreeRef = `original:${IT}`;

/** Every rule by a name of its own, as steps know them. */
function named(base: Component): Component {
  if (base.rules.every((r) => r.id !== undefined)) return base;
  const taken = new Set<string>();
  return {
    ...base,
    rules: base.rules.map((r) => {
      let id = ruleKey(r);
      for (let n = 2; taken.has(id); n++) id = `${ruleKey(r)} ${n}`;
      taken.add(id);
      return { ...r, id };
    }),
  };
}
const alone = (base: Component, others: Project['originals'] = {}): Project => ({
  ...emptyProject('edition', base.name, 'none@0.0.0'),
  originals: { ...others, [IT]: { ...named(base), id: IT } },
});
const back = (project: Project, base: Component): Component => ({
  ...(project.originals[IT] as Component),
  id: base.id,
});

/**
 * Replays the changes of an edition on an original, in their order. A change that fails is left out and named; the rest holds.
 * Pure: the same base and changes give the same original.
 */
export function replayEdition(base: Component, steps: readonly EditionStep[]): Replayed {
  const failed: FailedChange[] = [];
  const project = batchEdit(() => {
    let now = alone(base);
    for (const { id, step } of steps) {
      const got = applyStep(now, step as unknown as Step);
      if (got.ok) now = got.project;
      else failed.push({ id, step, refusal: got.refusal });
    }
    return now;
  });
  return { component: back(project, base), failed };
}
/** The tree of an installed original's edition, for steps that are to become its changes. */
export const editionTree = (ref: ComponentRef): TreeRef => {
  const { kit, id } = splitRef(ref);
  return `edition:${editionKey(kit, id)}`;
};
/** The original as its kit brings it, without this project's changes. */
export function installedAt(world: World, ref: ComponentRef): Component | undefined {
  const { kit, id } = splitRef(ref);
  return kitAt(world, kit)?.components[id];
}
/** Changes of an edition that do not fit the version that is installed now. */
export function failedChanges(world: World, ref: ComponentRef): readonly FailedChange[] {
  const { kit, id } = splitRef(ref);
  const edition = world.project.editions?.[editionKey(kit, id)];
  const base = installedAt(world, ref);
  return edition && base ? replayEdition(base, edition.steps).failed : [];
}

export type Wrapped =
  { readonly ok: true; readonly steps: readonly Step[] } | { readonly ok: false; readonly refusal: Refusal };

/**
 * Steps on the tree of an edition, as changes of it: those that set what an earlier change set take its place, those that say
 * what the kit says anyway take it away. Other steps stay as they are. Refused, with the reason, when one does not fit.
 * @param ref the installed original that is changed, as it is pinned now
 */
export function asEdition(world: World, ref: ComponentRef, steps: readonly Step[], newId: () => string): Wrapped {
  const tree = editionTree(ref);
  const key = tree.slice('edition:'.length);
  const base = installedAt(world, ref);
  const now = componentAt(world, ref);
  if (!base || !now)
    return {
      ok: false,
      refusal: { code: 'original.gone', about: ref, message: `${ref} is not installed any more.` },
    };
  const known = world.project.editions?.[key]?.steps ?? [];
  const made: Step[] = [];
  let list = known;
  let at = alone(now, world.project.originals);
  for (const step of steps) {
    if (!('tree' in step) || step.tree !== tree) {
      made.push(step);
      continue;
    }
    const inner = { ...step, tree: TREE } as Step;
    const got = applyStep(at, inner);
    if (!got.ok) {
      if (step.ifThere) continue;
      return got;
    }
    at = got.project;
    const id = kindOf(inner).merges?.(inner) ?? `step|${newId()}`;
    const said = { id, step: inner as unknown as Json };
    const next = list.some((s) => s.id === id) ? list.map((s) => (s.id === id ? said : s)) : [...list, said];
    // What takes back a change of the edition itself says nothing any more on the kit's own.
    const needless = replayEdition(base, next).failed.some((f) => f.id === id);
    list = needless ? list.filter((s) => s.id !== id) : next;
    if (needless && !known.some((s) => s.id === id) && !made.some((m) => m.do === 'edition' && m.id === id)) continue;
    made.push({ do: 'edition', edition: key, from: ref, id, value: needless ? null : said.step });
  }
  return { ok: true, steps: made };
}
