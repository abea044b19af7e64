import { describe, expect, it } from 'vitest';
import { ids, someAction, someProject } from '../../testing/project.js';
import { Chance } from '../../testing/random.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  act,
  applyEdit,
  blankScreen,
  emptyProject,
  flush,
  openSync,
  pendingOf,
  supplyPast,
  rebaseEdit,
  rejectEdit,
  restoreSteps,
  resume,
  stacks,
  receive,
  stepHistory,
  historyLabels,
  type Confirmed,
  type SyncState,
  type Edit,
  type Kit,
  type Past,
  type Project,
  type Step,
} from '../index.js';

const { kits } = shippedKits();
const kit = kits.get('plywood@1.0.0') as Kit;
const small: Project = {
  ...emptyProject('p', 'P', 'plywood@1.0.0'),
  screens: [blankScreen('s', 'S', 'flow-1', 'phone', 390, 844)],
};
const put = (id: string, after: string | null = null): Step => ({
  do: 'insert',
  tree: 'screen:s',
  root: id,
  nodes: { [id]: { id, type: 'text', attrs: { text: id } } },
  into: { parent: 'root' },
  after,
});
const say = (id: string, text: string): Step => ({
  do: 'set',
  tree: 'screen:s',
  node: id,
  field: 'attrs.text',
  value: text,
});

/** A server as the real one is, without a database. */
class Server {
  readonly log: Confirmed[] = [];
  private readonly stands: Project[];
  constructor(project: Project) {
    this.stands = [project];
  }
  get project(): Project {
    return this.stands.at(-1) as Project;
  }
  at(revision: number): Project {
    return this.stands[revision] as Project;
  }
  take(
    base: number,
    edits: readonly Edit[],
  ): { ok: true; told: Confirmed[] } | { ok: false; edit: string; why: string } {
    let { project } = this;
    const others = this.log.slice(base).map((c) => c.edit);
    const fresh: Confirmed[] = [];
    const told: Confirmed[] = [];
    const stands: Project[] = [];
    for (const edit of edits) {
      const known = this.log.find((c) => c.edit.id === edit.id);
      if (known) {
        told.push(known);
        continue;
      }
      const moved =
        others.length > 0
          ? rebaseEdit(edit, this.at(base), [...others, ...fresh.map((c) => c.edit)])
          : ({ ok: true, edit } as const);
      const got = moved.ok ? applyEdit(project, moved.edit) : moved;
      if (!moved.ok || !got.ok) return { ok: false, edit: edit.id, why: got.ok ? '' : got.refusal.message };
      project = got.project;
      stands.push(project);
      const c = { revision: this.log.length + fresh.length + 1, edit: moved.edit, at: '2026-11-26T12:00:00Z' };
      fresh.push(c);
      told.push(c);
    }
    this.log.push(...fresh);
    this.stands.push(...stands);
    return { ok: true, told };
  }
}
function doing(
  state: SyncState,
  id: string,
  steps: readonly Step[],
  more: { merge?: string; now?: number } = {},
): SyncState {
  const got = act(state, { id, label: `Do ${id}`, steps, merge: more.merge ?? null, now: more.now ?? 0 });
  if (!got.ok) throw new Error(got.refusal.message);
  return got.state;
}
function turned(state: SyncState, way: 'undo' | 'redo', id: string): SyncState {
  const got = stepHistory(state, way, id, 0);
  if (!got.ok) throw new Error('nothing to turn');
  return got.state;
}

describe('writers at one document', () => {
  it('all come to what the server has, whatever they do and whenever they hear of it', () => {
    let confirmed = 0;
    for (let seed = 1; seed <= 120; seed++) {
      const chance = new Chance(seed);
      const project = someProject(new Chance(seed * 11), kit);
      const server = new Server(project);
      const desks = [0, 1, 2].map((i) => ({ state: openSync(project, 0, `w${i}`), newId: ids(`w${i}n`), serial: 0 }));
      const hear = (d: (typeof desks)[number]): void => {
        const got = receive(d.state, server.log.slice(d.state.revision, d.state.revision + 1 + chance.below(4)));
        expect(got.apart || got.gap, `seed ${seed}`).toBe(false);
        d.state = got.state;
      };
      const send = (d: (typeof desks)[number]): void => {
        const given = flush(d.state);
        if (!given) return;
        d.state = given.state;
        const answer = server.take(given.base, given.edits);
        // Now and then the answer is lost: the same is sent again later.
        if (chance.is(0.2)) return;
        const all = server.log.slice(d.state.revision);
        d.state = receive(d.state, all).state;
        if (!answer.ok) d.state = rejectEdit(d.state, answer.edit, answer.why).state;
      };
      for (let i = 0; i < 40; i++) {
        const d = chance.of(desks);
        const what = chance.below(4);
        if (what < 2) {
          const { label, steps } = someAction(chance, { project: d.state.shown, kits }, d.newId);
          const got =
            steps.length > 0 ? act(d.state, { id: `${d.state.by}e${d.serial++}`, label, steps, now: i }) : null;
          if (got?.ok) d.state = got.state;
          else if (chance.is(0.5)) {
            const back = stepHistory(d.state, chance.is(0.7) ? 'undo' : 'redo', `${d.state.by}u${d.serial++}`, i);
            if (back.ok) d.state = back.state;
          }
        } else if (what === 2) send(d);
        else hear(d);
      }
      for (const d of desks) for (let i = 0; i < 20 && pendingOf(d.state).length > 0; i++) send(d);
      for (const d of desks) {
        d.state = receive(d.state, server.log.slice(d.state.revision)).state;
        expect(pendingOf(d.state)).toEqual([]);
        expect(d.state.shown, `seed ${seed}`).toEqual(server.project);
      }
      confirmed += server.log.length;
    }
    expect(confirmed).toBeGreaterThan(1000);
  });
  it('see while an edit is on its way exactly what the server will make of it', () => {
    let compared = 0;
    for (let seed = 1; seed <= 400; seed++) {
      const chance = new Chance(seed);
      const project = someProject(new Chance(seed * 13), kit);
      const server = new Server(project);
      const mine = someAction(chance, { project, kits }, ids('m'));
      let state = openSync(project, 0, 'me');
      const got =
        mine.steps.length > 0 ? act(state, { id: 'mine', label: mine.label, steps: mine.steps, now: 0 }) : null;
      if (!got?.ok) continue;
      const given = flush(got.state);
      if (!given) continue;
      state = given.state;
      const newId = ids('t');
      for (let i = 0; i < 4; i++) {
        const { label, steps } = someAction(chance, { project: server.project, kits }, newId);
        if (steps.length > 0) server.take(server.log.length, [{ id: `t${i}`, label, steps }]);
      }
      for (const c of server.log) state = receive(state, [c]).state;
      const seen = state.shown;
      const answer = server.take(given.base, given.edits);
      if (!answer.ok) continue;
      compared++;
      expect(seen, `${mine.label}, seed ${seed}`).toEqual(server.project);
    }
    expect(compared).toBeGreaterThan(150);
  });
});

describe('what was sent', () => {
  it('is never changed or merged into, and is sent again as it was', () => {
    let state = doing(openSync(small, 0, 'me'), 'a', [put('t')]);
    const first = flush(state);
    state = doing(first?.state as SyncState, 'b', [say('t', 'Port')], { merge: 't', now: 10 });
    const waiting = state.waiting;
    state = doing(state, 'c', [say('t', 'Port Ellery')], { merge: 't', now: 20 });
    expect([waiting.length, state.waiting.length, state.waiting[0]?.id]).toEqual([1, 1, 'b']);
    const again = flush(state);
    expect(again?.edits).toBe(first?.edits);
    state = receive(state, [{ revision: 1, edit: first?.edits[0] as Edit, at: '' }]).state;
    const second = flush(state)?.state as SyncState;
    const third = doing(second, 'd', [say('t', 'Port Ellery, north')], { merge: 't', now: 30 });
    expect(third.waiting.map((e) => e.id)).toEqual(['d']);
  });
  it('takes what was built on it along when it is refused, and says so', () => {
    let state = doing(doing(openSync(small, 0, 'me'), 'a', [put('t')]), 'b', [say('t', 'x')]);
    state = (flush(state) as { state: SyncState }).state;
    state = doing(state, 'c', [{ do: 'name', value: 'Kept' }]);
    const got = rejectEdit(state, 'a', 'The server said no.');
    expect(got.notices.map((n) => n.text)).toEqual([
      'The server said no.',
      expect.stringContaining('“Do b” went with it'),
    ]);
    expect([got.state.shown.name, got.state.waiting.map((e) => e.id), historyLabels(got.state).undo]).toEqual([
      'Kept',
      ['c'],
      'Do c',
    ]);
  });
});

describe('undo', () => {
  it('takes steps of typing as one, goes back and forth, and knows its names', () => {
    let state = doing(openSync(small, 0, 'me'), 'a', [put('t')]);
    for (const [i, text] of ['P', 'Po', 'Por'].entries())
      state = doing(state, `k${i}`, [say('t', text)], { merge: 't', now: i * 100 });
    expect(state.waiting).toHaveLength(2);
    expect(historyLabels(state)).toEqual({ undo: 'Do k2', redo: null });
    const undone = turned(state, 'undo', 'u1');
    expect(undone.shown.screens[0]?.nodes['t']?.attrs.text).toBe('t');
    const forth = turned(turned(turned(undone, 'redo', 'r1'), 'undo', 'u2'), 'redo', 'r2');
    expect(forth.shown).toEqual(state.shown);
    expect(historyLabels(forth)).toEqual({ undo: 'Do k2', redo: null });
  });
  it('brings back where one was', () => {
    const got = act(openSync(small, 0, 'me'), {
      id: 'a',
      label: 'Place',
      steps: [put('t')],
      now: 0,
      where: { screen: 's', keys: ['x'] },
    });
    const back = got.ok ? stepHistory(got.state, 'undo', 'u', 0) : null;
    expect(back?.ok && back.where).toEqual({ screen: 's', keys: ['x'] });
  });
  it('goes on across visits: what was done is told by the server and fetched when it is wanted', () => {
    const server = new Server(small);
    let state = doing(doing(openSync(small, 0, 'me'), 'a', [put('t')]), 'b', [say('t', 'Mine')]);
    server.take(0, (flush(state) as { edits: readonly Edit[] }).edits);
    server.take(2, [{ id: 'x', label: 'Theirs', steps: [put('other', 't')], by: 'you' }]);
    const past = server.log.map((c): Past => ({
      id: c.edit.id,
      label: c.edit.label,
      revision: c.revision,
      at: c.at,
      ...(c.edit.by ? { by: c.edit.by } : {}),
      ...(c.edit.undoes ? { undoes: c.edit.undoes } : {}),
    }));
    state = openSync(
      server.project,
      3,
      'me',
      past.filter((p) => p.by === 'me'),
    );
    expect(historyLabels(state).undo).toBe('Do b');
    const asked = stepHistory(state, 'undo', 'u', 0);
    const needs = asked.ok ? null : asked.needs;
    expect(needs?.revision).toBe(2);
    state = supplyPast(state, needs as Past, server.at(1), server.log[1]?.edit as Edit) as SyncState;
    state = turned(state, 'undo', 'u');
    expect(state.shown.screens[0]?.nodes['t']?.attrs.text).toBe('t');
    expect(state.shown.screens[0]?.nodes['other']).toBeDefined();
  });
  it('knows from the log what was undone and done again', () => {
    const past = (id: string, undoes?: string): Past => ({
      id,
      label: id,
      revision: 1,
      at: '',
      ...(undoes ? { undoes } : {}),
    });
    const of = (...list: Past[]): string =>
      `${stacks(list)
        .done.map((d) => d.id)
        .join('')}|${stacks(list)
        .undone.map((d) => d.id)
        .join('')}`;
    expect(of(past('a'), past('b'))).toBe('ab|');
    expect(of(past('a'), past('b'), past('u', 'b'))).toBe('a|u');
    expect(of(past('a'), past('b'), past('u', 'b'), past('r', 'u'))).toBe('ar|');
    expect(of(past('a'), past('b'), past('u', 'b'), past('c'))).toBe('ac|');
  });
});

describe('a new visit', () => {
  it('puts what was kept on top again and names what no longer fits', () => {
    const kept: Edit[] = [
      { id: 'a', label: 'Name it', steps: [{ do: 'name', value: 'Kept' }] },
      { id: 'b', label: 'Change what is gone', steps: [say('gone', 'x')] },
    ];
    const got = resume(openSync(small, 0, 'me'), kept);
    expect([got.state.shown.name, got.state.waiting.length, got.notices.length]).toEqual(['Kept', 1, 1]);
  });
  it('goes back to how everything stood, as one edit', () => {
    for (let seed = 1; seed <= 150; seed++) {
      const chance = new Chance(seed * 3);
      const newId = ids('n');
      /** So many things done one after another. */
      const after = (project: Project, times: number): Project => {
        let at = project;
        for (let i = 0; i < times; i++) {
          const { label, steps } = someAction(chance, { project: at, kits }, newId);
          const got = steps.length > 0 ? applyEdit(at, { id: 'e', label, steps }) : null;
          if (got?.ok) at = got.project;
        }
        return at;
      };
      const then = after(someProject(new Chance(seed), kit, 3), 25);
      const now = after(then, 25);
      const steps = restoreSteps(now, then);
      if (steps.length === 0) continue;
      const got = applyEdit(now, { id: 'back', label: 'Back', steps });
      expect(got.ok ? got.project : got.refusal, `seed ${seed}`).toEqual(then);
      const undone = got.ok ? applyEdit(got.project, { id: 'u', label: 'u', steps: got.inverse }) : null;
      expect(undone?.ok && undone.project, `seed ${seed}, undone`).toEqual(now);
    }
  });
  it('goes back to flows in another order, and to components that were made of one another the other way round', () => {
    const then = someProject(new Chance(1), kit, 2);
    const flows = [...then.flows, { id: 'second', name: 'Second' }, { id: 'third', name: 'Third' }];
    const before = { ...then, flows };
    const turned = { ...before, flows: [...flows].reverse() };
    const { one, two } = then.originals;
    if (!one || !two) throw new Error('none');
    const inner = two.nodes['inner'];
    if (inner?.type !== 'instance') throw new Error('none');
    // `one` has `two` in it now, and `two` had `one`.
    const outer = {
      ...two,
      id: 'one',
      name: 'One',
      nodes: { ...two.nodes, inner: { ...inner, component: 'project/two' } },
    };
    const now = { ...turned, originals: { one: outer, two: { ...one, id: 'two', name: 'Two' } } };
    for (const [a, b] of [
      [turned, before],
      [now, before],
      [before, now],
    ] as const) {
      const got = applyEdit(a, { id: 'back', label: 'Back', steps: restoreSteps(a, b) });
      expect(got.ok ? got.project : got.refusal).toEqual(b);
      const undone = got.ok ? applyEdit(got.project, { id: 'u', label: 'u', steps: got.inverse }) : null;
      expect(undone?.ok ? undone.project : undone?.refusal).toEqual(a);
    }
  });
});
