import { describe, expect, it } from 'vitest';
import { ids, someAction, someProject } from '../../testing/project.js';
import { Chance } from '../../testing/random.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  applyEdit,
  mendProject,
  rebaseEdit,
  rebaseLate,
  revertEdit,
  wholeTree,
  type Edit,
  type Kit,
  type Project,
} from '../index.js';

const { kits } = shippedKits();
const kit = kits.get('plywood@1.0.0') as Kit;
const RUNS = 300;

/** The first thing that is not whole in a project. */
function unsound(p: Project): string | null {
  for (const s of p.screens) {
    const bad = wholeTree(s.root, s.nodes, s.name);
    if (bad) return `${bad.where} ${bad.wrong}`;
  }
  return mendProject(p).problems[0]?.message ?? null;
}
/** Actions in a row, each on what the one before left. */
function acting(seed: number, times: number, prefix: string, from: Project): { edits: Edit[]; project: Project } {
  const chance = new Chance(seed);
  const newId = ids(prefix);
  const edits: Edit[] = [];
  let project = from;
  for (let i = 0; i < times; i++) {
    const { label, steps } = someAction(chance, { project, kits }, newId);
    const edit: Edit = { id: `${prefix}e${i}`, label, steps };
    const got = steps.length > 0 ? applyEdit(project, edit) : null;
    if (!got?.ok) continue;
    edits.push(edit);
    project = got.project;
  }
  return { edits, project };
}
const start = (seed: number): Project => someProject(new Chance(seed), kit);

describe('every edit of a designer', () => {
  it('leaves a whole document, and is taken back to exactly what was', () => {
    let done = 0;
    for (let seed = 1; seed <= RUNS; seed++) {
      const chance = new Chance(seed * 7);
      const newId = ids('n');
      let project = start(seed);
      expect(unsound(project)).toBeNull();
      for (let i = 0; i < 25; i++) {
        const { label, steps } = someAction(chance, { project, kits }, newId);
        if (steps.length === 0) continue;
        const edit: Edit = { id: 'e', label, steps };
        const got = applyEdit(project, edit);
        if (!got.ok) continue;
        done++;
        expect(unsound(got.project), `${label}, seed ${seed}`).toBeNull();
        const back = applyEdit(got.project, { id: 'u', label: 'undo', steps: got.inverse });
        expect(back.ok ? back.project : back.refusal, `${label}, seed ${seed}`).toEqual(project);
        project = got.project;
      }
    }
    expect(done).toBeGreaterThan(RUNS * 8);
  });
  it('is taken back by undo when nobody did anything since, with nothing left to say', () => {
    for (let seed = 1; seed <= RUNS; seed++) {
      const before = start(seed);
      const { edits } = acting(seed, 6, 'a', before);
      let project = before;
      const kept: { edit: Edit; inverse: readonly Edit['steps'][number][]; after: Project }[] = [];
      for (const edit of edits) {
        const got = applyEdit(project, edit);
        if (!got.ok) throw new Error(got.refusal.message);
        project = got.project;
        kept.push({ edit, inverse: got.inverse, after: project });
      }
      for (const k of kept.reverse()) {
        const back = revertEdit(project, k.edit, k.inverse, k.after, 'u');
        expect(back.left, `${k.edit.label}, seed ${seed}`).toEqual([]);
        const got = applyEdit(project, back.edit);
        if (!got.ok) throw new Error(got.refusal.message);
        project = got.project;
      }
      expect(project).toEqual(before);
    }
  });
});

describe('rebase', () => {
  it('comes out the same whether others are met one by one or at once, and what comes out can be done', () => {
    let met = 0;
    for (let seed = 1; seed <= RUNS; seed++) {
      const before = start(seed);
      const mine = acting(seed * 3, 1, 'm', before).edits[0];
      const theirs = acting(seed * 5, 5, 't', before);
      if (!mine) continue;
      const at = rebaseEdit(mine, before, theirs.edits);
      let step: ReturnType<typeof rebaseEdit> = { ok: true, edit: mine };
      let now = before;
      for (const t of theirs.edits) {
        if (step.ok) step = rebaseEdit(step.edit, now, [t]);
        const got = applyEdit(now, t);
        if (got.ok) now = got.project;
      }
      // Refused on the way, an edit stays refused; it may be said of another step.
      if (!step.ok || !at.ok) continue;
      met++;
      const a = applyEdit(now, at.edit);
      const b = applyEdit(now, step.edit);
      expect(a.ok && a.project, `${mine.label}, seed ${seed}`).toEqual(b.ok && b.project);
      expect(a.ok && unsound(a.project)).toBeNull();
    }
    expect(met).toBeGreaterThan(RUNS / 3);
  });
  it('of long ago needs only those of many that name its neighbours, and comes out as with all of them', async () => {
    let met = 0;
    let told = 0;
    for (let seed = 1; seed <= RUNS; seed++) {
      const before = start(seed);
      const mine = acting(seed * 3, 1, 'm', before).edits[0];
      const { edits: theirs, project: now } = acting(seed * 5, 12, 't', before);
      if (!mine || theirs.length === 0) continue;
      const all = rebaseEdit(mine, before, theirs);
      let most = 0;
      const few = await rebaseLate(mine, before, now, (names) => {
        const naming = theirs.filter((t) => names.some((n) => JSON.stringify(t).includes(JSON.stringify(n))));
        most = Math.max(most, naming.length);
        return Promise.resolve(naming);
      });
      expect(few.ok, `${mine.label}, seed ${seed}`).toBe(all.ok);
      if (!all.ok || !few.ok) continue;
      met++;
      told += theirs.length - most;
      const a = applyEdit(now, all.edit);
      const b = applyEdit(now, few.edit);
      expect(b.ok && b.project, `${mine.label}, seed ${seed}`).toEqual(a.ok && a.project);
    }
    expect(met).toBeGreaterThan(RUNS / 3);
    expect(told).toBeGreaterThan(met);
  });
});
