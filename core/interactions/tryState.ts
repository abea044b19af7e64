import { applyEdit, type Step } from '../edit/index.js';
import {
  inSituation,
  screenOf,
  situationAt,
  appliedKitsOf,
  type Action,
  type NodeId,
  type Project,
  type Screen,
  type StateName,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { resolve, type ResolvedScreen } from '../resolve/index.js';

/** A mockup that is being tried: where somebody is, and what they did. The project itself is never changed. */
export interface TryState {
  /** As it stands, with everything that was done while trying. */
  readonly project: Project;
  readonly done: readonly Step[];
  readonly screen: string;
  /** What lies over the screen; empty: nothing. */
  readonly overlay: string;
  readonly history: readonly string[];
  /** By its id; empty: none. */
  readonly situation: string;
}
/** What goes on later, or outside. */
export interface Effects {
  /** To be gone on with after so long, unless something else was shown meanwhile. */
  readonly later: readonly Timer[];
  readonly scroll?: { readonly to: NodeId; readonly offset: number };
  readonly opens: readonly string[];
  /** What could not be done, in sentences. */
  readonly said: readonly string[];
}
export interface Timer {
  readonly ms: number;
  readonly screen: string;
  readonly thing: NodeId;
  readonly then: readonly Action[];
}
export interface Navigation {
  readonly trying: TryState;
  readonly effects: Effects;
}

/** The project was edited meanwhile: everything that was done is done on it as it is now. */
export function follow(trying: TryState, project: Project): TryState {
  const steps = trying.done.map((s): Step => ({ ...s, ifThere: true }));
  const got = applyEdit(project, { id: 'tried', label: 'Tried', steps });
  const there = (id: string): boolean => screenOf(project, id) !== undefined;
  return {
    ...trying,
    project: got.ok ? got.project : project,
    screen: there(trying.screen) ? trying.screen : (project.screens[0]?.id ?? trying.screen),
    history: trying.history.filter(there),
  };
}

/** The screen that is looked at, as it is now. */
export function triedProject(
  world: World,
  t: TryState,
): { readonly world: World; readonly screen: Screen; readonly appliedKits: readonly AppliedKit[] } | null {
  const found = screenOf(t.project, t.screen);
  if (!found) return null;
  const screen = inSituation(found, situationAt(t.project, t.situation));
  return { world: { project: t.project, kits: world.kits }, screen, appliedKits: appliedKitsOf(t.project, found) };
}
export function resolveTried(
  world: World,
  t: TryState,
  states: Readonly<Record<string, readonly StateName[]>> = {},
): ResolvedScreen | null {
  const seen = triedProject(world, t);
  return (
    seen &&
    resolve(seen.world, seen.screen, {
      appliedKits: seen.appliedKits,
      ...(t.overlay === '' ? {} : { overlay: t.overlay }),
      ...(Object.keys(states).length > 0 ? { states } : {}),
    })
  );
}
