import { sameJson, type Json, type Project, type Screen, type AppliedKit } from '../../model/index.js';
import { check, faultMessage, shapes, tidyNodes } from '../../validate/index.js';
import { insertAfter, refuse, sameOrder, nearestNeighbour, type Before, type StepKind } from '../kind.js';
import { after } from './tree.js';

/** Screens come, go, move between flows and change as such. */
export type ScreenStep =
  | { readonly do: 'insertScreen'; readonly screen: Screen; readonly after: string | null }
  | { readonly do: 'removeScreen'; readonly screen: string }
  | { readonly do: 'moveScreen'; readonly screen: string; readonly flow: string; readonly after: string | null }
  | { readonly do: 'setScreen'; readonly screen: string; readonly field: ScreenField; readonly value: Json }
  | { readonly do: 'screenAppliedKits'; readonly screen: string; readonly value: readonly AppliedKit[] | null };
type Of<K extends ScreenStep['do']> = Extract<ScreenStep, { do: K }>;

export type ScreenField = 'name' | 'device' | 'width' | 'height' | 'grid' | 'base' | 'guides' | 'mode' | 'order';
export const SCREEN_FIELDS: readonly ScreenField[] = [
  'name',
  'device',
  'width',
  'height',
  'grid',
  'base',
  'guides',
  'mode',
  'order',
];
/** Fields that a screen need not have: null takes them away. */
const MAY: ReadonlySet<ScreenField> = new Set(['grid', 'base', 'guides', 'mode', 'order']);
const FIELD_CHECKS = {
  name: check.name(200),
  device: shapes.device,
  width: shapes.screenWidth,
  height: shapes.screenHeight,
  grid: check.orNull(shapes.screenGrid),
  base: check.orNull(shapes.screenBase),
  guides: check.orNull(shapes.guides),
  mode: check.orNull(shapes.screenMode),
  order: check.orNull(shapes.screenOrder),
} as const;

const LIST = 'screens';
const idOf = (s: Screen): string => s.id;
const find = (project: Project, id: string): Screen | undefined => project.screens.find((s) => s.id === id);
const gone = (id: string): ReturnType<typeof refuse> => refuse('screen.gone', id, 'That screen is no longer there.');
const beforeOf = (project: Project, id: string): string | null =>
  project.screens[project.screens.findIndex((s) => s.id === id) - 1]?.id ?? null;
const replace = (project: Project, screen: Screen): Project => ({
  ...project,
  screens: project.screens.map((s) => (s.id === screen.id ? screen : s)),
});
const about = (project: Project, step: { readonly screen: string }): string =>
  find(project, step.screen)?.name ?? 'A screen';
const touches = (step: { readonly screen: string }): readonly string[] => [`screen:${step.screen}`];
const leaves = (
  project: Project,
  step: { readonly screen: string },
): { list: string; id: string; before: string | null } | null =>
  find(project, step.screen) ? { list: LIST, id: step.screen, before: beforeOf(project, step.screen) } : null;
const order = (project: Project): readonly string[] => project.screens.map(idOf);
const behind = <S extends { readonly after: string | null }>(now: Project, step: S, before: Before): S => ({
  ...step,
  after: nearestNeighbour(LIST, step.after, (id) => find(now, id) !== undefined, before),
});

const insertScreen: StepKind<Of<'insertScreen'>, ScreenStep> = {
  must: { screen: shapes.screen, after },
  apply(project, { screen, after: prior }) {
    if (find(project, screen.id)) return refuse('screen.exists', screen.name, `${screen.name} is there already.`);
    if (!project.flows.some((f) => f.id === screen.flow))
      return refuse('flow.gone', screen.flow, 'The flow it belongs to is no longer there.');
    const nodes = tidyNodes(screen.nodes);
    const put = nodes === screen.nodes ? screen : { ...screen, nodes };
    return {
      ok: true,
      project: { ...project, screens: insertAfter(project.screens, put, prior, idOf) },
      inverse: { do: 'removeScreen', screen: screen.id },
    };
  },
  still: () => true,
  about: (_, step) => step.screen.name,
  touches: (step) => [`screen:${step.screen.id}`],
  behind,
  order,
};

const removeScreen: StepKind<Of<'removeScreen'>, ScreenStep> = {
  must: { screen: check.id },
  apply(project, step) {
    const screen = find(project, step.screen);
    if (!screen) return gone(step.screen);
    return {
      ok: true,
      project: { ...project, screens: project.screens.filter((s) => s !== screen) },
      inverse: { do: 'insertScreen', screen, after: beforeOf(project, screen.id) },
    };
  },
  // Taking back an added screen must not delete what others placed on it since.
  still: (then, now, step) =>
    find(then, step.screen) === find(now, step.screen) || sameJson(find(then, step.screen), find(now, step.screen)),
  about,
  touches,
  leaves,
  takesAway: () => true,
};

const moveScreen: StepKind<Of<'moveScreen'>, ScreenStep> = {
  must: { screen: check.id, flow: check.id, after },
  apply(project, step) {
    const screen = find(project, step.screen);
    if (!screen) return gone(step.screen);
    if (!project.flows.some((f) => f.id === step.flow))
      return refuse('flow.gone', step.flow, 'That flow is no longer there.');
    if (step.after === step.screen) return refuse('screen.self', screen.name, 'A screen cannot stand behind itself.');
    const inverse: ScreenStep = {
      do: 'moveScreen',
      screen: screen.id,
      flow: screen.flow,
      after: beforeOf(project, screen.id),
    };
    if (screen.flow === step.flow && inverse.after === step.after) return { ok: true, project, inverse };
    const rest = project.screens.filter((s) => s !== screen);
    const moved = screen.flow === step.flow ? screen : { ...screen, flow: step.flow };
    return { ok: true, project: { ...project, screens: insertAfter(rest, moved, step.after, idOf) }, inverse };
  },
  still: (then, now, step) =>
    find(then, step.screen)?.flow === find(now, step.screen)?.flow &&
    sameOrder(then.screens.map(idOf), now.screens.map(idOf), step.screen),
  about,
  touches,
  leaves,
  // What it was to stand behind may have gone to stand behind it: then it stays where it is.
  behind(now, step, before) {
    const put = behind(now, step, before);
    return put.after === step.screen ? { ...put, after: beforeOf(now, step.screen) } : put;
  },
  order,
};

const setScreen: StepKind<Of<'setScreen'>, ScreenStep> = {
  must: { screen: check.id, field: check.oneOf(...SCREEN_FIELDS), value: check.json(4) },
  apply(project, step) {
    const screen = find(project, step.screen);
    if (!screen) return gone(step.screen);
    const bad = FIELD_CHECKS[step.field](step.value, `The ${step.field} of ${screen.name}`);
    if (bad) return refuse('step.field', step.field, `${faultMessage(bad)}.`);
    const was = (screen[step.field] ?? null) as Json;
    const inverse: ScreenStep = { do: 'setScreen', screen: step.screen, field: step.field, value: was };
    if (sameJson(was, step.value)) return { ok: true, project, inverse };
    const { [step.field]: _was, ...rest } = screen;
    const next = step.value === null && MAY.has(step.field) ? rest : { ...screen, [step.field]: step.value };
    return { ok: true, project: replace(project, next as Screen), inverse };
  },
  still: (then, now, step) =>
    sameJson(find(then, step.screen)?.[step.field] ?? null, find(now, step.screen)?.[step.field] ?? null),
  about,
  touches,
  merges: (step) => `screen|${step.screen}|${step.field}`,
};

const screenAppliedKits: StepKind<Of<'screenAppliedKits'>, ScreenStep> = {
  must: { screen: check.id, value: check.orNull(shapes.appliedKits) },
  apply(project, step) {
    const screen = find(project, step.screen);
    if (!screen) return gone(step.screen);
    const { appliedKits, ...bare } = screen;
    return {
      ok: true,
      project: replace(project, step.value ? { ...bare, appliedKits: step.value } : bare),
      inverse: { do: 'screenAppliedKits', screen: step.screen, value: appliedKits ?? null },
    };
  },
  still: (then, now, step) => sameJson(find(then, step.screen)?.appliedKits, find(now, step.screen)?.appliedKits),
  about,
  touches,
};

export const SCREEN_STEPS = { insertScreen, removeScreen, moveScreen, setScreen, screenAppliedKits };
