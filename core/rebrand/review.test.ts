import { describe, expect, it } from 'vitest';
import { demoProjects } from '../../kits/demo/index.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  applyEdit,
  applyRebrand,
  transferInstance,
  choosePair,
  composite,
  contrast,
  isColour,
  lensKits,
  paint,
  layout,
  planRebrand,
  rankAlternatives,
  resolve,
  reviewRebrand,
  reviewScreen,
  swapSteps,
  toSvg,
  appliedKitsAfter,
  appliedKitsOf,
  type InstanceNode,
  type Project,
  type Screen,
  type World,
} from '../index.js';

const { kits, fonts } = shippedKits();
const SKERRY = 'skerry-line@2.1.0';
const PLY = 'plywood@1.0.0';
const summit = demoProjects(kits).find((p) => p.id === 'summit-pass') as Project;
const world: World = { project: summit, kits };
const plan = planRebrand(world, PLY, SKERRY);
const after = (s: Screen) => appliedKitsAfter(world, appliedKitsOf(summit, s), plan.sheet);

describe('a rebrand', () => {
  it('pairs every used component with one of the same role, and says why', () => {
    for (const [ref, pair] of Object.entries(plan.sheet.pairs)) {
      if (!plan.uses[ref]) continue;
      const from = kits.get(PLY)?.components[ref.split('/')[1] ?? ''];
      const to = pair.to === null ? undefined : kits.get(SKERRY)?.components[pair.to.split('/')[1] ?? ''];
      expect(to?.role, ref).toBe(from?.role);
      expect(pair.why.length).toBeGreaterThan(3);
    }
  });
  it('changes only what is worn: the screens are the very same, and one undo takes it back', () => {
    const got = applyEdit(summit, { id: 'r', label: 'Rebrand', steps: applyRebrand(world, plan) });
    if (!got.ok) throw new Error(got.refusal.message);
    expect(got.project.screens).toBe(summit.screens);
    const back = applyEdit(got.project, { id: 'u', label: 'Undo', steps: got.inverse });
    expect(back.ok && back.project).toEqual(summit);
  });
  it('tells what waited and shows again, once it does', () => {
    const norrvik = demoProjects(kits).find((p) => p.id === 'norrvik-crossings') as Project;
    const there = planRebrand({ project: norrvik, kits }, SKERRY, 'lumen-night-rail@1.0.0');
    const got = applyEdit(norrvik, {
      id: 'r',
      label: 'Rebrand',
      steps: applyRebrand({ project: norrvik, kits }, there),
    });
    if (!got.ok) throw new Error(got.refusal.message);
    const on: World = { project: got.project, kits };
    const waits = reviewRebrand({ project: norrvik, kits }, (s) => appliedKitsOf(got.project, s), fonts).counts.parked;
    expect(waits).toBe(3);
    const back = reviewRebrand(on, () => norrvik.appliedKits, fonts).issues.filter((f) => f.type === 'returned');
    expect(back).toHaveLength(3);
    expect(back[0]?.title).toMatch(/^Shows again: /u);
  });
  it('accounts for every setting once: kept, mapped or parked', () => {
    for (const s of summit.screens) {
      for (const n of Object.values(s.nodes)) {
        if (n.type !== 'instance') continue;
        const { ledger } = transferInstance(world, after(s), n);
        expect(ledger.filter((e) => e.outcome !== 'preserved')).toHaveLength(n.overrides.length);
      }
    }
  });
  it('shows what the designer wrote, in the other kit’s components', () => {
    const s = summit.screens.find((x) => x.name === 'Tours') as Screen;
    const svg = toSvg(paint(layout(resolve(world, s, { appliedKits: after(s) }), fonts)), {
      width: 390,
      height: 844,
      title: 'Tours',
      prefix: '',
    });
    for (const text of ['Windgate ridge', 'See the tour', 'Half a day', 'Huts']) expect(svg).toContain(text);
    expect(svg).toContain('Figtree');
    expect(svg).not.toContain('Public Sans');
  });
  it('keeps a pairing that the designer chose', () => {
    const card = `${PLY}/card`;
    const sheet = choosePair(world, plan.sheet, card, `${SKERRY}/message`);
    expect(sheet.pairs[card]?.to).toBe(`${SKERRY}/message`);
    expect(planRebrand(world, PLY, SKERRY, sheet).sheet.pairs[card]?.to).toBe(`${SKERRY}/message`);
    expect(choosePair(world, plan.sheet, card, null).pairs[card]?.to).toBeNull();
  });
  it('is reviewed screen by screen, with progress, and can be stopped', () => {
    const seen: number[] = [];
    const review = reviewRebrand(world, after, fonts, (done, of) => {
      seen.push(done);
      expect(of).toBe(summit.screens.length);
      return done < 2;
    });
    expect(seen).toEqual([1, 2]);
    const two = summit.screens.slice(0, 2).map((x) => reviewScreen(world, x, after(x), fonts));
    expect(review.issues).toHaveLength(two.reduce((n, r) => n + r.issues.length, 0));
  });
  it('finds text that no longer fits and content that grew, each with screen, thing and measure', () => {
    const all = summit.screens.flatMap((s) => reviewScreen(world, s, after(s), fonts).issues);
    for (const f of all) {
      expect(
        summit.screens.some((s) => s.id === f.screen && s.nodes[f.node.split('/')[0] ?? ''] !== undefined),
        f.title,
      ).toBe(true);
      expect(f.title.length).toBeGreaterThan(5);
    }
    expect(all.some((f) => f.title.startsWith('Parked'))).toBe(true);
  });
  it('is looked at through a lens without changing anything', () => {
    const s = summit.screens[0] as Screen;
    const before = JSON.stringify(summit);
    expect(lensKits(world, s, SKERRY)[0]?.shows).toBe(SKERRY);
    expect(lensKits(world, s, SKERRY)).toBe(lensKits(world, s, SKERRY));
    expect(JSON.stringify(summit)).toBe(before);
  });
});

describe('alternatives', () => {
  const s = summit.screens.find((x) => x.name === 'Buy a pass') as Screen;
  const button = Object.values(s.nodes).find(
    (n): n is InstanceNode => n.type === 'instance' && n.component.endsWith('/button'),
  ) as InstanceNode;
  const list = rankAlternatives(world, [], button, [kits.get(PLY)!, kits.get(SKERRY)!], 12);
  it('begin with what shows now, then the same role, then its kin', () => {
    expect(list[0]?.now).toBe(true);
    expect(list[1]?.ref).toBe(`${SKERRY}/action`);
    expect(list.slice(0, 6).map((a) => a.name)).toContain('Link');
  });
  it('offer the way back near, once swapped', () => {
    const got = applyEdit(summit, {
      id: 's',
      label: 'Swap',
      steps: swapSteps(`screen:${s.id}`, button, `${PLY}/field`),
    });
    if (!got.ok) throw new Error(got.refusal.message);
    const swapped = got.project.screens.find((x) => x.id === s.id)?.nodes[button.id] as InstanceNode;
    expect(swapped.overrides).toEqual(button.overrides);
    expect(rankAlternatives({ project: got.project, kits }, [], swapped, [kits.get(PLY)!], 12)[1]?.ref).toBe(
      `${PLY}/button`,
    );
  });
});

describe('contrast', () => {
  it.each([
    ['#000000', '#ffffff', 21],
    ['#ffffff', '#ffffff', 1],
    ['#777777', '#ffffff', 4.48],
  ])('of %s on %s is %d', (a, b, ratio) => expect(contrast(a, b)).toBeCloseTo(ratio, 1));
  it('knows colours from other words, and lays one over another', () => {
    expect(['#fff', 'rgb(1 2 3)', 'red'].every(isColour)).toBe(true);
    expect(['url(x)', 'javascript:', 'expression(1)', ''].some(isColour)).toBe(false);
    expect(composite('#00000080', '#ffffff')).toBe('rgb(127, 127, 127)');
  });
});
