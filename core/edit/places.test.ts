import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import { worlds } from '../../testing/demo.js';
import {
  applyEdit,
  blankScreen,
  chooseSteps,
  emptyProject,
  newInstance,
  numberFor,
  propAt,
  resolve,
  textPlace,
  treeOfScreen,
  appliedKitsOf,
  withItemField,
  type Json,
  type Node,
  type Project,
  type RNode,
  type Screen,
  type Step,
  type World,
} from '../index.js';

const { kits } = shippedKits();
const world = (project: Project): World => ({ project, kits });
const all = (n: RNode): RNode[] => (n.look.visible ? [n, ...n.children.flatMap(all)] : []);
const textsOn = (p: Project, s: Screen): RNode[] =>
  all(resolve(world(p), s).root).filter((n) => n.type === 'text' && n.text !== '');
/** The steps that a text written in place becomes, as the interface makes them. */
function steps(p: Project, s: Screen, key: string, value: Json): readonly Step[] | null {
  const w = world(p);
  const place = textPlace(w, appliedKitsOf(p, s), s, key);
  const node = place && s.nodes[place.node];
  if (!place || !node) return null;
  const tree = treeOfScreen(s);
  if (place.kind === 'attr')
    return place.entry
      ? [
          {
            do: 'override',
            tree,
            node: node.id,
            key: 'screen||attr.text|',
            value: { home: 'screen', at: [], kind: 'attr', name: 'text', value },
            entry: place.entry,
          },
        ]
      : [{ do: 'set', tree, node: node.id, field: 'attrs.text', value }];
  if (node.type !== 'instance') return null;
  let chosen = value;
  if (place.kind === 'item') {
    const at = [...(place.entry ? [place.entry.series, `#${place.entry.key}`] : []), node.id, ...place.target.at];
    const owner = all(resolve(w, s).root).find((n) => n.instance && n.key.endsWith(at.join('/')));
    chosen = withItemField(owner?.instance?.props[place.target.name], place.key, place.field, value);
  }
  const item = place.entry ? { nodes: s.nodes, entry: place.entry } : undefined;
  const prop = propAt(w, appliedKitsOf(p, s), node, place.target);
  if (prop?.kind === 'number') {
    const read = numberFor(prop, String(chosen));
    if ('problem' in read) return null;
    chosen = read.value;
  }
  return chooseSteps(w, appliedKitsOf(p, s), tree, node, place.target, chosen, item);
}
/** Writes into a text, and says what is seen there then; null: it cannot be written. */
function written(p: Project, s: Screen, key: string, value: string): string | null {
  const made = steps(p, s, key, value);
  if (!made) return null;
  const got = applyEdit(p, { id: 'e', label: 'e', steps: made });
  if (!got.ok) return `refused: ${got.refusal.message}`;
  const now = got.project.screens.find((x) => x.id === s.id) as Screen;
  return all(resolve(world(got.project), now).root).find((n) => n.key === key)?.text ?? 'gone';
}

describe('a text that is seen', () => {
  it.each([...kits.keys()])('of whatever component of %s is written where it stands, and is read there then', (ref) => {
    const wrong: string[] = [];
    let done = 0;
    let numbers = 0;
    for (const c of Object.values(kits.get(ref)?.components ?? {})) {
      const blank = blankScreen('s', 'S', 'flow-1', 'phone', 390, null);
      const root = { ...blank.nodes['root'], children: ['it'] } as Node;
      const s = { ...blank, nodes: { root, it: newInstance('it', `${ref}/${c.id}`) } };
      const p = { ...emptyProject('p', 'P', ref), screens: [s] };
      for (const n of textsOn(p, s)) {
        const seen = written(p, s, n.key, 'Otter 7');
        // A number is written as one.
        if (seen === null) expect(written(p, s, n.key, '7')).toBe('7');
        if (seen === null) numbers++;
        else if (seen === 'Otter 7') done++;
        else wrong.push(`${c.name}, “${n.text}” at ${n.key}: ${seen}`);
      }
    }
    expect(wrong).toEqual([]);
    expect(done).toBeGreaterThan(100);
    // What is counted up and down.
    expect(numbers).toBeGreaterThan(0);
  });
  it.each(worlds)('on the screens of %s, in series and in slots, too', (_, p) => {
    const wrong: string[] = [];
    let done = 0;
    for (const s of p.screens)
      for (const [i, n] of textsOn(p, s).entries()) {
        if (i % 4 !== 0) continue;
        const seen = written(p, s, n.key, 'Otter 7');
        if (seen === 'Otter 7') done++;
        else wrong.push(`${s.name}, “${n.text}” at ${n.key}: ${String(seen)}`);
      }
    expect(wrong).toEqual([]);
    expect(done).toBeGreaterThan(10);
  });
});

describe('what is typed for a number', () => {
  const score = { name: 'Score', min: 1, max: 5 };
  it.each([
    ['3', undefined, { value: 3 }],
    ['2 + 2', undefined, { value: 4 }],
    ['+1', 3, { value: 4 }],
    ['many', 3, { problem: '“many” is not a number; Score keeps 3.' }],
    ['', undefined, { problem: '“” is not a number; Score keeps its value.' }],
    ['6', undefined, { problem: 'Score goes from 1 to 5.' }],
    ['0', undefined, { problem: 'Score goes from 1 to 5.' }],
  ])('is “%s”, from %s', (text, now, is) => expect(numberFor(score, text, now)).toEqual(is));
  it('says what stays of several in words', () =>
    expect(numberFor(score, 'many', 3, 'its values')).toEqual({
      problem: '“many” is not a number; Score keeps its values.',
    }));
  it('has no bound that is not said', () =>
    expect(numberFor({ name: 'N', min: 0 }, '-1')).toEqual({ problem: 'N goes from 0 to any.' }));
});
