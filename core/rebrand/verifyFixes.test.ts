import { describe, expect, it } from 'vitest';
import { demoProjects } from '../../kits/demo/index.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import { oddKit } from '../../testing/oddKit.js';
import {
  applyEdit,
  groupIssues,
  choosePair,
  chooseProp,
  componentAt,
  layout,
  paint,
  planRebrand,
  verifyFixes,
  resolve,
  reviewRebrand,
  sameIssue,
  tokenValue,
  appliedKitsAfter,
  appliedKitsOf,
  type Fix,
  type Kit,
  type KitRef,
  type Project,
  type Screen,
  type World,
} from '../index.js';

const { kits, fonts } = shippedKits();
const SKERRY = 'skerry-line@2.1.0';
const LUMEN = 'lumen-night-rail@1.0.0';
const skerry = kits.get(SKERRY) as Kit;
const demo = (id: string): Project => demoProjects(kits).find((p) => p.id === id) as Project;

/** A rebrand of a demo project to a kit, with what there is to look at and what mends it. */
function planned(project: Project, from: KitRef, to: KitRef, more: ReadonlyMap<KitRef, Kit> = new Map()) {
  const world: World = { project, kits: new Map([...kits, ...more]) };
  const { sheet } = planRebrand(world, from, to);
  const after = (s: Screen) => appliedKitsAfter(world, appliedKitsOf(project, s), sheet);
  const review = reviewRebrand(world, after, fonts);
  const by = new Map(review.screens.map((r) => [r.screen, r]));
  const reviewOf = (s: Screen) => by.get(s.id) ?? { screen: s.id, issues: [], counts: review.counts, instances: 0 };
  const causes = groupIssues(review.issues);
  const fixes = new Map(causes.map((c) => [c.id, verifyFixes({ world, sheet, after, fonts, reviewOf }, c)]));
  return { world, sheet, after, review, causes, fixes };
}
/** What is found once a fix is really done. */
function found(p: ReturnType<typeof planned>, fix: Fix): ReadonlySet<string> {
  const { project } = p.world;
  const got = applyEdit(project, { id: 'f', label: 'Mend', steps: fix.steps });
  if (!got.ok) throw new Error(got.refusal.message);
  const world = { ...p.world, project: got.project };
  const sheet = fix.pair
    ? choosePair(world, p.sheet, fix.pair.from, fix.pair.to)
    : fix.prop
      ? chooseProp(world, p.sheet, fix.prop)
      : p.sheet;
  const after = (s: Screen) => appliedKitsAfter(world, appliedKitsOf(got.project, s), sheet);
  return new Set(reviewRebrand(world, after, fonts).issues.map(sameIssue));
}
const harsh = oddKit(skerry, {
  tokens: { 'color.slate': '#a9bccb' },
  styles: (s) => ({ ...s, size: Math.round(s.size * 1.35), lineHeight: Math.round(s.lineHeight * 1.35) }),
});
const crossings = planned(demo('norrvik-crossings'), SKERRY, harsh.ref, new Map([[harsh.ref, harsh.kit]]));
const lumen = planned(demo('norrvik-crossings'), SKERRY, 'lumen-night-rail@1.0.0');

describe('what there is to look at', () => {
  it('is told by what it comes from, every place once', () => {
    const { causes, review } = crossings;
    expect(causes.length).toBeLessThan(review.issues.length / 4);
    expect(causes.reduce((n, c) => n + c.places.length, 0)).toBe(review.issues.length);
    const grey = causes.find((c) => c.about === 'slate on cloud');
    expect(grey?.title).toBe('Contrast 2.0 to 1');
    expect(grey?.places.length).toBeGreaterThan(50);
    expect(grey?.screens).toBe(13);
  });
});

describe('what mends a cause', () => {
  it.each([
    ['another brand with pale greys and large letters', crossings],
    ['a kit of another structure', lumen],
  ])('mends as many places as it says, and brings nothing new: %s', (_, p) => {
    const before = new Set(p.review.issues.map(sameIssue));
    let proven = 0;
    for (const c of p.causes)
      for (const fix of p.fixes.get(c.id) ?? []) {
        proven++;
        const now = found(p, fix);
        expect(
          [...now].filter((f) => !before.has(f)),
          fix.says,
        ).toEqual([]);
        const mended = c.places.filter((f) => !now.has(sameIssue(f))).length;
        expect([mended, fix.of], `${c.title} of ${c.about}: ${fix.says}`).toEqual([fix.mends, c.places.length]);
        expect(fix.mends).toBeGreaterThan(0);
      }
    expect(proven).toBeGreaterThan(0);
  });
  it('leaves what is worn now as it looks', () => {
    const { world, causes, fixes } = crossings;
    const picture = (w: World): string =>
      JSON.stringify(w.project.screens.map((s) => paint(layout(resolve(w, s), fonts))));
    const was = picture(world);
    const steps = causes.flatMap((c) => fixes.get(c.id)?.[0]?.steps ?? []);
    expect(steps.length).toBeGreaterThan(4);
    const got = applyEdit(world.project, { id: 'f', label: 'Mend', steps });
    expect(got.ok && picture({ ...world, project: got.project }) === was).toBe(true);
    // And it is taken back like anything else.
    const back = got.ok && applyEdit(got.project, { id: 'b', label: 'Back', steps: got.inverse });
    expect(back && back.ok && back.project).toEqual(world.project);
  });
  it('is another component, where the one that was paired loses something', () => {
    const lost = lumen.causes.find((c) => c.type === 'no-counterpart' && c.about === 'Toggle');
    const fix = lumen.fixes.get(lost?.id ?? '')?.[0];
    expect(fix?.pair?.from).toMatch(/^skerry-line/u);
    expect(fix?.says).toMatch(/^Show .+ as .+/u);
    expect(fix?.steps).toEqual([]);
  });
  it('is less room inside what grew, where that is enough', () => {
    const grew = lumen.causes.find((c) => c.type === 'grew');
    const fix = lumen.fixes.get(grew?.id ?? '')?.[0];
    expect(fix?.says).toBe('Give Entry less room inside');
    expect([fix?.mends, fix?.of]).toEqual([1, 1]);
  });
  it('is another property that is free, for one that nothing shows', () => {
    const from = `${SKERRY}/action`;
    const project = demo('norrvik-crossings');
    const world: World = { project, kits };
    const lost = chooseProp(world, planRebrand(world, SKERRY, LUMEN).sheet, { from, prop: 'before', to: null });
    const after = (s: Screen) => appliedKitsAfter(world, appliedKitsOf(project, s), lost);
    const review = reviewRebrand(world, after, fonts);
    const by = new Map(review.screens.map((r) => [r.screen, r]));
    const cause = groupIssues(review.issues).find(
      (c) => c.about === 'Action' && c.title.startsWith('Parked: Icon first'),
    );
    if (!cause) throw new Error('Nothing is parked');
    const reviewOf = (s: Screen) => by.get(s.id) ?? { screen: s.id, issues: [], counts: review.counts, instances: 0 };
    const fixes = verifyFixes({ world, sheet: lost, after, fonts, reviewOf }, cause);
    expect(fixes.find((f) => f.prop)).toMatchObject({
      prop: { from, prop: 'before', to: 'sign' },
      of: cause.places.length,
    });
  });
  it('is a property that is given to what has nothing like it, and does there what it did', () => {
    const parked = lumen.causes.find((c) => c.title === 'Parked: Light: on');
    const fix = lumen.fixes.get(parked?.id ?? '')?.[0];
    expect(fix?.says).toBe('Give Headboard “Light”, as Masthead has it');
    expect([fix?.mends, fix?.of, fix?.prop?.to]).toEqual([1, 1, 'light']);
    const got = applyEdit(lumen.world.project, { id: 'f', label: 'Mend', steps: fix?.steps ?? [] });
    if (!got.ok || !fix?.prop || !parked) throw new Error('It is not given');
    const world = { ...lumen.world, project: got.project };
    const headboard = componentAt(world, `${LUMEN}/headboard`);
    expect(headboard?.contract.props.at(-1)).toMatchObject({ id: 'light', kind: 'flag', default: false });
    const sheet = chooseProp(world, lumen.sheet, fix.prop);
    const screen = got.project.screens.find((s) => s.id === parked.places[0]?.screen) as Screen;
    const fillOf = (s: typeof sheet): string | undefined =>
      resolve(world, screen, {
        appliedKits: appliedKitsAfter(world, appliedKitsOf(got.project, screen), s),
      }).root.children.find((c) => c.instance?.shown === `${LUMEN}/headboard`)?.look.fill;
    const lumenKit = kits.get(LUMEN) as Kit;
    expect(fillOf(lumen.sheet)).toBe(tokenValue(lumenKit, 'hue.livery'));
    expect(fillOf(sheet)).toBe(tokenValue(lumenKit, sheet.tokens['color.cloud'] ?? ''));
    expect(fillOf(sheet)).not.toBe(fillOf(lumen.sheet));
    // Everything else of that kit looks as it did.
    const back = applyEdit(got.project, { id: 'b', label: 'Back', steps: got.inverse });
    expect(back.ok && back.project).toEqual(lumen.world.project);
  });
  it('is no property where what it does cannot be said in that kit', () => {
    // It casts a shadow, and that kit has none.
    const parked = lumen.causes.find((c) => c.title === 'Parked: Raised: on');
    expect(parked).toBeDefined();
    expect(lumen.fixes.get(parked?.id ?? '')?.some((f) => f.id.startsWith('give'))).toBe(false);
  });
  it('is told of only when it was proven: where nothing helps, nothing is', () => {
    const own = lumen.causes.filter((c) => c.type === 'literal');
    expect(own.length).toBeGreaterThan(0);
    for (const c of own) expect(lumen.fixes.get(c.id)).toEqual([]);
  });
});
