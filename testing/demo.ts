import { demoProjects } from '../kits/demo/index.js';
import { shippedKits } from './browser/shippedKits.js';
import {
  applyEdit,
  applyRebrand,
  layout,
  lensKits,
  paint,
  planRebrand,
  resolve,
  type Kit,
  type Primitive,
  type Project,
  type Screen,
} from '../core/index.js';

export const { kits, fonts } = shippedKits();
export const demos = demoProjects(kits as ReadonlyMap<string, Kit>);

/** What is drawn, whoever it belongs to. */
export const drawn = (list: readonly Primitive[]): unknown =>
  JSON.parse(
    JSON.stringify(list, (key, value: unknown) =>
      ['key', 'owner', 'id', 'part', 'of'].includes(key) ? undefined : value,
    ),
  );
/** A screen as it is painted, through a lens when one is named. */
export const paintedOn = (project: Project, screen: Screen, lens?: string): unknown =>
  drawn(
    paint(
      layout(
        resolve(
          { project, kits },
          screen,
          lens === undefined ? {} : { appliedKits: lensKits({ project, kits }, screen, lens) },
        ),
        fonts,
      ),
    ),
  );
/** Every demo project: as it is, in the wireframe kit, and rebranded. */
export const worlds: readonly (readonly [string, Project])[] = demos.flatMap((project) => {
  const plan = planRebrand({ project, kits }, 'plywood@1.0.0', 'skerry-line@2.1.0');
  const got = applyEdit(project, { id: 'r', label: 'r', steps: applyRebrand({ project, kits }, plan) });
  const bare = applyEdit(project, { id: 'b', label: 'b', steps: [{ do: 'appliedKits', value: [] }] });
  return [
    [`${project.name}, as it is`, project] as const,
    ...(bare.ok ? [[`${project.name}, in the wireframe kit`, bare.project] as const] : []),
    ...(got.ok ? [[`${project.name}, rebranded`, got.project] as const] : []),
  ];
});
