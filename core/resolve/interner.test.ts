import { describe, expect, it } from 'vitest';
import { demos } from '../../testing/demo.js';
import { generated } from '../../bench/generated.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  layout,
  paint,
  resolve,
  resolveSample,
  type Component,
  type InstanceNode,
  type RNode,
  type Screen,
  type World,
} from '../index.js';

const { kits, fonts } = shippedKits();

/** The same screen with nothing on it that is written like anything else. */
function apart(screen: Screen): Screen {
  const nodes = Object.values(screen.nodes).map((n) =>
    n.type === 'instance' ? { ...n, was: { component: 'none', at: [screen.id, n.id] } } : n,
  );
  return { ...screen, nodes: Object.fromEntries(nodes.map((n) => [n.id, n])) };
}
const told = (n: RNode): unknown => [n.key, n.owner, n.name, n.type, n.text, n.slot, n.instance, n.children.map(told)];

function agrees(world: World): void {
  for (const screen of world.project.screens) {
    const alone = apart(screen);
    const there = { ...world, project: { ...world.project, screens: [alone] } };
    const [one, other] = [resolve(world, screen), resolve(there, alone)];
    expect(told(one.root)).toEqual(told(other.root));
    expect(paint(layout(one, fonts))).toEqual(paint(layout(other, fonts)));
  }
}

describe('instances that are written alike', () => {
  it('show what each of them would show by itself, and belong to themselves', () => {
    for (const project of demos) agrees({ project, kits });
    agrees(generated(6, 60));
  });
  it('are looked at by different screens, and laid out where they stand on each', () => {
    const world = generated(2, 40);
    const [first, second] = world.project.screens as [Screen, Screen];
    // The same things upside down under other names.
    const turned: Screen = {
      ...second,
      nodes: Object.fromEntries(
        Object.values(first.nodes).map((n) => {
          const id = n.id === first.root ? n.id : `t-${n.id}`;
          return [
            id,
            { ...n, id, ...(n.type === 'box' ? { children: n.children.map((c) => `t-${c}`).reverse() } : {}) },
          ];
        }),
      ),
    };
    agrees({ ...world, project: { ...world.project, screens: [first, turned] } });
    const [a, b] = [first, turned].map((s) => layout(resolve(world, s), fonts).children);
    const ownLook = a?.find((c) => c.node.instance)?.node;
    expect(b?.map((c) => c.node.key)).toContain(`t-${ownLook?.key}`);
    // One of them was made; the other is like it, or both are like a third.
    const other = b?.find((c) => c.node.key === `t-${ownLook?.key}`)?.node;
    expect(other?.as ?? other).toBe(ownLook?.as ?? ownLook);
    expect(other).not.toBe(ownLook);
  });
  it('are no likeness of an original that is opened, or tried in place of another', () => {
    const world = generated(1, 4);
    const ref = 'plywood@1.0.0/button';
    const button = kits.get('plywood@1.0.0')?.components['button'] as Component;
    const other: Component = { ...button, name: 'Tried' };
    const closed = resolveSample(world, ref);
    const open = resolveSample(world, ref, [], { open: true });
    expect(open.instance).toBeUndefined();
    expect(resolveSample(world, ref).instance?.name).toBe('Button');
    expect(resolveSample(world, ref, [], { open: true, instead: other }).key).toBe(open.key);
    expect(told(resolveSample(world, ref))).toEqual(told(closed));
  });
  it('do not stay alike when one of them is chosen on', () => {
    const world = generated(1, 12);
    const screen = world.project.screens[0] as Screen;
    const node = Object.values(screen.nodes).find((n) => n.type === 'instance') as InstanceNode;
    const twin: InstanceNode = { ...node, id: 'twin' };
    const changed: InstanceNode = {
      ...twin,
      overrides: [{ home: node.component, at: [], kind: 'prop', name: 'title', value: 'Only here' }],
    };
    const root = screen.nodes[screen.root];
    const on = (n: InstanceNode): Screen => ({
      ...screen,
      nodes: {
        ...screen.nodes,
        twin: n,
        ...(root?.type === 'box' ? { [root.id]: { ...root, children: [...root.children, 'twin'] } } : {}),
      },
    });
    const texts = (s: Screen): string => JSON.stringify(told(resolve(world, s).root));
    expect(texts(on(twin))).not.toContain('Only here');
    expect(texts(on(changed))).toContain('Only here');
  });
});
