import { describe, expect, it } from 'vitest';
import { demoProjects } from '../../kits/demo/index.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import { ids } from '../../testing/project.js';
import {
  applyEdit,
  applyRebrand,
  layout,
  lensKits,
  makeOriginal,
  mendProject,
  paint,
  planRebrand,
  readPlaceLine,
  resolve,
  vocabulary,
  type Primitive,
  type Project,
  type Screen,
} from '../index.js';

const { kits, fonts } = shippedKits();
const painted = (project: Project, screen: Screen): readonly Primitive[] =>
  paint(layout(resolve({ project, kits }, screen), fonts));
/** What is drawn, whoever it belongs to. */
const drawn = (list: readonly Primitive[]): unknown =>
  JSON.parse(
    JSON.stringify(list, (key, value: unknown) =>
      ['key', 'owner', 'id', 'part', 'of'].includes(key) ? undefined : value,
    ),
  );
const demos = demoProjects(kits);
const worlds: readonly (readonly [string, Project])[] = demos.flatMap((project) => {
  const plan = planRebrand({ project, kits }, 'plywood@1.0.0', 'skerry-line@2.1.0');
  const got = applyEdit(project, { id: 'r', label: 'r', steps: applyRebrand({ project, kits }, plan) });
  const bare = applyEdit(project, { id: 'b', label: 'b', steps: [{ do: 'appliedKits', value: [] }] });
  return [
    [`${project.name}, as it is`, project] as const,
    ...(bare.ok ? [[`${project.name}, in the wireframe kit`, bare.project] as const] : []),
    ...(got.ok ? [[`${project.name}, rebranded`, got.project] as const] : []),
  ];
});

describe('a component made of what stands on a screen', () => {
  it.each(worlds)('changes no pixel, whatever it is made of: %s', (_, project) => {
    let made = 0;
    for (const screen of project.screens) {
      const before = drawn(painted(project, screen));
      for (const id of Object.keys(screen.nodes)) {
        const got = makeOriginal({ project, kits }, screen, id, ids('made'));
        if ('problem' in got) continue;
        const done = applyEdit(project, { id: 'm', label: 'm', steps: got.steps });
        expect(done.ok, `${screen.name}, ${id}: ${done.ok ? '' : done.refusal.message}`).toBe(true);
        if (!done.ok) continue;
        made++;
        const after = done.project.screens.find((s) => s.id === screen.id) as Screen;
        expect(drawn(painted(done.project, after)), `${screen.name}, ${id}`).toEqual(before);
        const back = applyEdit(done.project, { id: 'u', label: 'u', steps: done.inverse });
        expect(back.ok && back.project).toEqual(project);
      }
    }
    expect(made).toBeGreaterThan(10);
  });
  it.each(worlds)('nor through the lens of another brand: %s', (_, project) => {
    let differ = 0;
    let made = 0;
    const seen = (p: Project, screen: Screen, lens: string): unknown =>
      drawn(
        paint(
          layout(
            resolve({ project: p, kits }, screen, { appliedKits: lensKits({ project: p, kits }, screen, lens) }),
            fonts,
          ),
        ),
      );
    for (const screen of project.screens.slice(0, 5))
      for (const lens of ['plywood@1.0.0', 'skerry-line@2.1.0', 'fjell-coach@1.2.0']) {
        const before = seen(project, screen, lens);
        for (const id of Object.keys(screen.nodes)) {
          const got = makeOriginal({ project, kits }, screen, id, ids('made'));
          const done = 'problem' in got ? null : applyEdit(project, { id: 'm', label: 'm', steps: got.steps });
          if (!done?.ok) continue;
          made++;
          const after = done.project.screens.find((s) => s.id === screen.id) as Screen;
          if (JSON.stringify(seen(done.project, after, lens)) !== JSON.stringify(before)) {
            differ++;
            if (differ < 4) console.log(screen.name, id, lens, JSON.stringify(screen.nodes[id]).slice(0, 200));
          }
        }
      }
    expect(made).toBeGreaterThan(30);
    expect(differ).toBe(0);
  });
  const [project] = demos as [Project];
  const screen = project.screens[0] as Screen;
  const card = Object.values(screen.nodes).find((n) => n.type === 'instance' && n.fills.length > 0);
  const make = (wish = {}) => {
    const got = makeOriginal({ project, kits }, screen, card?.id ?? '', ids('made'), wish);
    if ('problem' in got) throw new Error(got.problem);
    return got;
  };
  it('has what it says as props, with what is there as their defaults', () => {
    const { component } = make();
    expect(component.contract.props.length).toBeGreaterThan(1);
    for (const p of component.contract.props) expect(['text', 'icon', 'image']).toContain(p.kind);
    expect(new Set(component.contract.props.map((p) => p.id)).size).toBe(component.contract.props.length);
  });
  it('calls what it says as people would', () => {
    const names = make().component.contract.props.map((p) => `${p.name}: ${String(p.default)}`);
    expect(names).toContain('From: Port Ellery');
    expect(names).toContain('To: Skerrow');
    expect(names.some((n) => n.endsWith(': '))).toBe(false);
  });
  it('calls what one thing says as that thing does', () => {
    const sailings = project.screens.find((s) => s.id === 'sailings') as Screen;
    const message = Object.values(sailings.nodes).find(
      (n) => n.type === 'instance' && n.component.endsWith('/message'),
    );
    const got = makeOriginal({ project, kits }, sailings, message?.id ?? '', ids('m'));
    if ('problem' in got) throw new Error(got.problem);
    expect(got.component.contract.props.map((p) => p.name)).toEqual(['Title', 'Body']);
  });
  it('can be opened again, placed by its name, and changed in one place', () => {
    const { component, steps } = make({ name: 'Search box' });
    const done = applyEdit(project, { id: 'm', label: 'm', steps });
    if (!done.ok) throw new Error(done.refusal.message);
    expect(mendProject(JSON.parse(JSON.stringify(done.project))).problems).toEqual([]);
    const plan = readPlaceLine(
      '2 search box',
      vocabulary(kits.get('plywood@1.0.0'), done.project),
      kits.get('plywood@1.0.0'),
    );
    expect(plan.items[0]?.thing).toMatchObject({ name: 'Search box', ref: `project/${component.id}` });
  });
  it('never has the name or id of another', () => {
    const done = applyEdit(project, { id: 'm', label: 'm', steps: make({ name: 'Tile' }).steps });
    if (!done.ok) throw new Error(done.refusal.message);
    const other = Object.values(done.project.screens[1]?.nodes ?? {}).find((n) => n.type === 'instance');
    const got = makeOriginal(
      { project: done.project, kits },
      done.project.screens[1] as Screen,
      other?.id ?? '',
      ids('m'),
      { name: 'tile' },
    );
    expect(got).toMatchObject({ component: { name: 'tile 2', id: 'tile-2' } });
  });
  it('is made of things only, and says why not', () => {
    expect(makeOriginal({ project, kits }, screen, screen.root, ids('m'))).toMatchObject({
      problem: expect.stringContaining('Select something') as string,
    });
    expect(makeOriginal({ project, kits }, screen, 'nobody', ids('m'))).toHaveProperty('problem');
  });
});
