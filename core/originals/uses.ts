import { transferInstance } from '../transfer/index.js';
import { alike, usesOn, type UsePlace } from '../uses/index.js';
import {
  componentAt,
  componentsIn,
  componentsInOrder,
  componentsOf,
  kitRef,
  shownComponent,
  appliedKitsOf,
  type Component,
  type ComponentRef,
  type InstanceNode,
  type Screen,
  type AppliedKit,
  type World,
} from '../model/index.js';

/** Where an original is used: on screens, and in other originals of the project. */
export interface Uses {
  readonly screens: readonly UsePlace[];
  /** Instances of something else in whose place it stands at some widths, or by a choice. */
  readonly instead: readonly UsePlace[];
  /** Own components and editions that have it in them, also by a rule or at some widths alone, by reference. */
  readonly inside: readonly ComponentRef[];
}

/** Where an original shows, directly; what is nested deeper is counted by what it is nested in. */
export function usesOf(
  world: World,
  ref: ComponentRef,
  worn: (screen: Screen) => readonly AppliedKit[] = (s) => appliedKitsOf(world.project, s),
): Uses {
  const { project } = world;
  const has = (c: Component | undefined): boolean => c !== undefined && componentsIn(c).has(ref);
  const inside = Object.values(project.originals).flatMap((o) =>
    `project/${o.id}` !== ref && has(o) ? [`project/${o.id}`] : [],
  );
  const edited = Object.values(project.editions ?? {}).flatMap(({ from }) =>
    from !== ref && has(componentAt(world, from)) ? [from] : [],
  );
  const screens = alike(project.screens, worn, ref);
  const seen = new Set(screens.map((s) => `${s.screen}/${s.node}`));
  const instead = project.screens.flatMap((s) =>
    Object.values(s.nodes).flatMap((n): UsePlace[] =>
      !seen.has(`${s.id}/${n.id}`) && componentsOf(n).includes(ref) ? [{ screen: s.id, node: n.id }] : [],
    ),
  );
  return { screens, instead, inside: [...inside, ...edited] };
}

/** Components of the kits that have one in them: a change of it arrives in these too. */
export function kitUsesOf(world: World, ref: ComponentRef): readonly ComponentRef[] {
  return [...world.kits.values()].flatMap((kit) =>
    componentsInOrder(kit).flatMap((c) => (componentsIn(c).has(ref) ? [`${kitRef(kit)}/${c.id}`] : [])),
  );
}

/** Of everything that uses an original, directly or in something else: the screens on which it can be seen. */
export function screensShowing(world: World, ref: ComponentRef): readonly string[] {
  const wanted = new Set<ComponentRef>([ref]);
  for (const open = [ref]; open.length > 0;) {
    const at = open.pop() as ComponentRef;
    for (const next of [...usesOf(world, at).inside, ...(at.startsWith('project/') ? [] : kitUsesOf(world, at))])
      if (!wanted.has(next)) {
        wanted.add(next);
        open.push(next);
      }
  }
  return world.project.screens.flatMap((s) => {
    const here = usesOn(s, appliedKitsOf(world.project, s));
    const shows = [...wanted].some((r) => here.has(r));
    const may = shows || Object.values(s.nodes).some((n) => componentsOf(n).some((r) => wanted.has(r)));
    return may ? [s.id] : [];
  });
}

/** What a change of an original would do to overrides that are there. */
export interface Impact {
  /** Overrides that show now and would wait, or wait now and would show again. */
  readonly parked: number;
  readonly returned: number;
  readonly screens: number;
  /** Things in slots that would have no slot. */
  readonly content: number;
  readonly places: readonly UsePlace[];
}
const NONE: Impact = { parked: 0, returned: 0, screens: 0, content: 0, places: [] };

/** Compares what every instance shows of its overrides, before and after a change of originals. Only those with overrides or content are asked. */
export function impactOf(before: World, after: World): Impact {
  let parked = 0;
  let returned = 0;
  let content = 0;
  const places: UsePlace[] = [];
  /** Which overrides of an instance wait, and what is in slots that are not there. */
  const waiting = (world: World, screen: Screen, n: InstanceNode): readonly [Set<number>, number] => {
    const got = transferInstance(world, appliedKitsOf(world.project, screen), n);
    return [
      new Set(got.ledger.filter((e) => e.outcome === 'parked').map((e) => e.override)),
      got.fills.parked.reduce((sum, f) => sum + f.children.length, 0),
    ];
  };
  for (const screen of after.project.screens)
    for (const n of Object.values(screen.nodes)) {
      if (n.type !== 'instance' || (n.overrides.length === 0 && n.fills.length === 0)) continue;
      const [was, wasIn] = waiting(before, screen, n);
      const [now, nowIn] = waiting(after, screen, n);
      const lost = [...now].filter((i) => !was.has(i)).length;
      parked += lost;
      returned += [...was].filter((i) => !now.has(i)).length;
      if (nowIn > wasIn) content += nowIn - wasIn;
      if (lost > 0 || nowIn > wasIn) places.push({ screen: screen.id, node: n.id });
    }
  if (parked + returned + content === 0) return NONE;
  return { parked, returned, content, places, screens: new Set(places.map((p) => p.screen)).size };
}

/** Of the instances that show an original, those whose own override hides what is set on one of its parts. */
export function keepsItsOwn(
  world: World,
  uses: readonly UsePlace[],
  ref: ComponentRef,
  node: string,
  name: string,
): readonly UsePlace[] {
  const by = new Map(world.project.screens.map((s) => [s.id, s]));
  return uses.filter((u) => {
    const screen = by.get(u.screen);
    const n = screen?.nodes[u.node];
    if (!screen || n?.type !== 'instance') return false;
    const appliedKits = appliedKitsOf(world.project, screen);
    if (shownComponent(appliedKits, n.component) !== ref) return false;
    return transferInstance(world, appliedKits, n).overrides.some((s) =>
      name.startsWith('props.')
        ? s.kind === 'prop' && s.at.length === 1 && s.at[0] === node && s.name === name.slice(6)
        : s.kind === 'attr' && s.at.length === 1 && s.at[0] === node && s.name === name,
    );
  });
}
