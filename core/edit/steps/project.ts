import {
  sameJson,
  type Component,
  type Flow,
  type KitRef,
  type MatchSheet,
  type Project,
  type Situation,
  type AppliedKit,
} from '../../model/index.js';
import { check, shapes } from '../../validate/index.js';
import { insertAfter, refuse, nearestNeighbour, withKey, type StepKind } from '../kind.js';
import { containsItself } from './cycles.js';
import { after } from './tree.js';

/** What belongs to the project as a whole: its name, kits, what it wears, its flows and its own components. */
export type ProjectStep =
  | { readonly do: 'name'; readonly value: string }
  | { readonly do: 'kits'; readonly value: readonly KitRef[] }
  | { readonly do: 'appliedKits'; readonly value: readonly AppliedKit[] }
  | { readonly do: 'sheet'; readonly key: string; readonly value: MatchSheet | null }
  | { readonly do: 'flow'; readonly flow: string; readonly value: Flow | null; readonly after: string | null }
  | { readonly do: 'situation'; readonly situation: string; readonly value: Situation | null }
  | { readonly do: 'original'; readonly original: string; readonly value: Component | null };
type Of<K extends ProjectStep['do']> = Extract<ProjectStep, { do: K }>;
const touches = (): readonly string[] => ['project'];

/** A member of the project that is replaced whole. */
function whole<K extends 'name' | 'kits' | 'appliedKits'>(
  field: K,
  value: ReturnType<typeof check.name>,
  says: string,
): StepKind<{ readonly do: K; readonly value: Project[K] }, ProjectStep> {
  return {
    must: { value },
    apply: (project, step) => ({
      ok: true,
      project: sameJson(project[field], step.value) ? project : { ...project, [field]: step.value },
      inverse: { do: field, value: project[field] } as ProjectStep,
    }),
    still: (then, now) => sameJson(then[field], now[field]),
    about: () => says,
    touches,
    merges: () => field,
  };
}

const sheet: StepKind<Of<'sheet'>, ProjectStep> = {
  must: { key: check.text(500), value: check.orNull(shapes.sheet) },
  apply: (project, step) => ({
    ok: true,
    project: { ...project, matchSheets: withKey(project.matchSheets, step.key, step.value) },
    inverse: { do: 'sheet', key: step.key, value: project.matchSheets[step.key] ?? null },
  }),
  still: (then, now, step) => sameJson(then.matchSheets[step.key], now.matchSheets[step.key]),
  about: () => 'A match sheet',
  touches,
};

const situationOf = (project: Project, id: string): Situation | undefined =>
  Object.hasOwn(project.situations ?? {}, id) ? project.situations?.[id] : undefined;
const situation: StepKind<Of<'situation'>, ProjectStep> = {
  must: { situation: check.id, value: check.orNull(shapes.situation) },
  apply(project, step) {
    if (step.value && step.value.id !== step.situation)
      return refuse('step.key', step.situation, 'The situation and its id do not agree.');
    const was = situationOf(project, step.situation) ?? null;
    if (!step.value && !was) return refuse('situation.gone', step.situation, 'That situation is no longer there.');
    const { situations, ...rest } = project;
    const next = withKey(situations ?? {}, step.situation, step.value);
    return {
      ok: true,
      project: Object.keys(next).length > 0 ? { ...project, situations: next } : rest,
      inverse: { do: 'situation', situation: step.situation, value: was },
    };
  },
  still: (then, now, step) => sameJson(situationOf(then, step.situation), situationOf(now, step.situation)),
  about: (project, step) => situationOf(project, step.situation)?.name ?? 'A situation',
  touches,
  takesAway: (step) => step.value === null,
};

const flowOf = (project: Project, id: string): Flow | undefined => project.flows.find((f) => f.id === id);
const flow: StepKind<Of<'flow'>, ProjectStep> = {
  must: { flow: check.id, value: check.orNull(shapes.flow), after },
  apply(project, step) {
    if (step.value && step.value.id !== step.flow)
      return refuse('step.key', step.flow, 'The flow and its id do not agree.');
    const at = project.flows.findIndex((f) => f.id === step.flow);
    const was = project.flows[at] ?? null;
    if (!step.value && !was) return refuse('flow.gone', step.flow, 'That flow is no longer there.');
    if (!step.value && project.screens.some((s) => s.flow === step.flow))
      return refuse(
        'flow.in-use',
        was?.name ?? step.flow,
        'This flow still has screens in it; move or delete them first.',
      );
    const rest = project.flows.filter((_, i) => i !== at);
    const flows = step.value ? insertAfter(rest, step.value, step.after, (f) => f.id) : rest;
    return {
      ok: true,
      project: { ...project, flows },
      inverse: { do: 'flow', flow: step.flow, value: was, after: project.flows[at - 1]?.id ?? null },
    };
  },
  still: (then, now, step) => sameJson(flowOf(then, step.flow), flowOf(now, step.flow)),
  about: (project, step) => flowOf(project, step.flow)?.name ?? 'A flow',
  touches,
  leaves: (project, step) => {
    const at = project.flows.findIndex((f) => f.id === step.flow);
    return at < 0 ? null : { list: 'flows', id: step.flow, before: project.flows[at - 1]?.id ?? null };
  },
  order: (project) => project.flows.map((f) => f.id),
  behind: (now, step, before) => ({
    ...step,
    after: nearestNeighbour('flows', step.after, (id) => flowOf(now, id) !== undefined, before),
  }),
  takesAway: (step) => step.value === null,
};

const original: StepKind<Of<'original'>, ProjectStep> = {
  must: { original: check.id, value: check.orNull(shapes.component) },
  apply(project, step) {
    if (step.value && step.value.id !== step.original)
      return refuse('step.key', step.original, 'The component and its id do not agree.');
    const was = Object.hasOwn(project.originals, step.original) ? (project.originals[step.original] ?? null) : null;
    if (!step.value && !was) return refuse('original.gone', step.original, 'That component is no longer there.');
    const next: Project = { ...project, originals: withKey(project.originals, step.original, step.value) };
    const circle = containsItself(next, `original:${step.original}`);
    return circle
      ? refuse('component.cycle', circle, `${circle} would contain itself.`)
      : { ok: true, project: next, inverse: { do: 'original', original: step.original, value: was } };
  },
  still: (then, now, step) => sameJson(then.originals[step.original], now.originals[step.original]),
  about: (project, step) => project.originals[step.original]?.name ?? 'A component',
  touches: (step) => [`original:${step.original}`],
  takesAway: (step) => step.value === null,
};

export const PROJECT_STEPS = {
  name: whole('name', check.name(200), 'The project’s name'),
  kits: whole('kits', shapes.kits, 'The project’s kits'),
  appliedKits: whole('appliedKits', shapes.appliedKits, 'What the screens wear'),
  sheet,
  flow,
  situation,
  original,
};
