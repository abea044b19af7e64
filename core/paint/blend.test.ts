import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fonts, kits, demos } from '../../testing/demo.js';
import {
  blended,
  blendOf,
  easing,
  layout,
  motionOf,
  paint,
  resolve,
  type Box,
  type Project,
  type Screen,
} from '../index.js';

const project = demos.find((d) => d.id === 'norrvik-crossings') as Project;
const boxOf = (id: string, change: (s: Screen) => Screen = (s) => s): Box =>
  layout(resolve({ project, kits }, change(project.screens.find((s) => s.id === id) as Screen)), fonts);

describe('what moves between two pictures', () => {
  it('begins as the one and ends as the other; groups are closed on the way', () => {
    const [a, b] = [boxOf('find'), boxOf('sailings')];
    const blend = blendOf(a, b, false);
    expect(blended(blend, 1)).toEqual(paint(b));
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (t) => {
        let depth = 0;
        for (const p of blended(blend, t)) {
          if (p.p === 'group' || p.p === 'clip') depth++;
          if (p.p === 'end') depth--;
          if (depth < 0) return false;
        }
        return depth === 0;
      }),
    );
  });
  it('matches on another screen by what shows there: bars stay, the rest fades', () => {
    const blend = blendOf(boxOf('find'), boxOf('sailings'), false);
    const shown = blend.pairs.map(([x, y]) => [x.node.instance?.shown, y.node.instance?.shown]);
    expect(shown.length).toBeGreaterThan(1);
    for (const [x, y] of shown) expect(x).toBe(y);
    expect(shown.map(([x]) => x)).toContain('skerry-line@2.1.0/masthead');
    expect(blend.gone.length).toBeGreaterThan(0);
    expect(blend.fresh.length).toBeGreaterThan(0);
  });
  it('on one screen is matched by key: what stands further down moves there, unchanged', () => {
    const a = boxOf('find');
    const b = boxOf('find', (s) => ({
      ...s,
      nodes: { ...s.nodes, 'find-2': { ...s.nodes['find-2'], attrs: { minHeight: 200 } } as Screen['nodes'][string] },
    }));
    const blend = blendOf(a, b, true);
    expect(blend.gone).toEqual([]);
    expect(blend.fresh).toEqual([]);
    const moved = blend.pairs.filter(([x, y]) => y.y - x.y > 10);
    expect(moved.length).toBeGreaterThan(0);
    const [x, y] = moved[0] ?? [];
    const text = (t: number) => blended(blend, t).find((p) => p.p === 'text' && p.key.startsWith(y?.node.key ?? ' '));
    const at = (t: number): number => (text(t) as { y: number } | undefined)?.y ?? NaN;
    if (x && y && !Number.isNaN(at(0))) expect(at(0.5)).toBeCloseTo((at(0) + at(1)) / 2, 6);
  });
});

describe('easing', () => {
  it('goes from 0 to 1 and never back in time', () => {
    const ease = easing([0.3, 0, 0.1, 1]);
    expect([ease(0), ease(1), ease(-1), ease(2)]).toEqual([0, 1, 0, 1]);
    fc.assert(fc.property(fc.double({ min: 0, max: 0.99, noNaN: true }), (t) => ease(t + 0.01) >= ease(t) - 1e-6));
  });
  it('with its handles on the line is that line', () => {
    const line = easing([0.25, 0.25, 0.75, 0.75]);
    for (const t of [0.1, 0.5, 0.9]) expect(line(t)).toBeCloseTo(t, 4);
  });
  it('is that of the kit, by its motion tokens; a kit without has a usual one', () => {
    expect(motionOf(kits.get('skerry-line@2.1.0'))).toEqual({ screen: 240, look: 120, curve: [0.3, 0, 0.1, 1] });
    expect(motionOf(undefined).screen).toBeGreaterThan(0);
  });
});
