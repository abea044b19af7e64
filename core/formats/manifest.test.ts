import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  componentsInOrder,
  emptyProject,
  kitOfManifest,
  kitRef,
  layoutNode,
  readKit,
  readManifest,
  resolveSample,
  roleOfElement,
  writeKit,
  writeManifest,
  type Box,
  type Json,
  type Kit,
} from '../index.js';

const { kits, fonts } = shippedKits();
const skerry = kits.get('skerry-line@2.1.0') as Kit;
const manifest = (declarations: readonly unknown[]): string =>
  JSON.stringify({ schemaVersion: '1.0.0', modules: [{ kind: 'javascript-module', path: 'x.js', declarations }] });
const BUTTON = {
  kind: 'class',
  customElement: true,
  tagName: 'dock-button',
  description: 'Something to press.',
  attributes: [
    { name: 'label', type: { text: 'string' }, default: "'Go'", description: 'What it says.' },
    { name: 'variant', type: { text: "'primary' | 'secondary' | 'danger'" }, default: "'secondary'" },
    { name: 'disabled', type: { text: 'boolean' }, default: 'false' },
    { name: 'on-activate', type: { text: '(e: Event) => void' } },
  ],
  members: [
    { kind: 'field', name: 'secret', privacy: 'private', type: { text: 'string' } },
    { kind: 'method', name: 'focus' },
    { kind: 'field', name: 'startIcon', type: { text: 'string | undefined' } },
  ],
  slots: [{ name: '', description: 'More of it.' }],
  events: [{ name: 'press' }],
};
const METER = {
  kind: 'class',
  customElement: true,
  tagName: 'dock-tidewheel',
  attributes: [{ name: 'heading', type: { text: 'string' } }],
  slots: [{ name: 'spokes' }],
};
const texts = (box: Box): string[] => [...(box.node.text ? [box.node.text] : []), ...box.children.flatMap(texts)];

describe('a custom elements manifest', () => {
  it('becomes contracts: attributes and public fields with types, defaults and meanings, slots, states, events', () => {
    const { components, problems } = readManifest(manifest([BUTTON]), skerry);
    const [button] = components;
    expect(button).toMatchObject({ id: 'button', name: 'Button', role: 'button', summary: 'Something to press.' });
    expect(button?.contract.props.map((p) => [p.id, p.kind, p.means, p.default])).toEqual([
      ['label', 'text', 'label', 'Go'],
      ['variant', 'choice', 'tone', 'secondary'],
      ['disabled', 'flag', undefined, false],
      ['start-icon', 'icon', 'leading-icon', 'none'],
    ]);
    expect(button?.contract.states).toEqual(['disabled']);
    expect(button?.contract.events).toEqual(['press']);
    expect(button?.contract.slots.map((s) => s.id)).toEqual(['content']);
    expect(problems.map((p) => p.where)).toEqual(['dock-button, on-activate']);
  });
  it('borrows looks by role, bound to what both have; the rest is plain, and shows all it has', () => {
    const read = readManifest(manifest([BUTTON, METER]), skerry);
    expect([read.borrowed, read.plain]).toEqual([['Button'], ['Tidewheel']]);
    const kit = kitOfManifest(skerry, read, { id: 'dock', name: 'Dock', version: '1.0.0' });
    const world = { project: emptyProject('d', 'D', kitRef(kit)), kits: new Map([...kits, [kitRef(kit), kit]]) };
    const drawn = (id: string, name: string, value: Json): Box =>
      layoutNode(
        resolveSample(world, `dock@1.0.0/${id}`, [{ home: `dock@1.0.0/${id}`, at: [], kind: 'prop', name, value }], {}),
        fonts,
        300,
        undefined,
      );
    expect(texts(drawn('button', 'label', 'Sail'))).toContain('Sail');
    // The tone of the code is the tone of the look.
    const fill = (box: Box): string | undefined => box.node.look.fill;
    expect(fill(drawn('button', 'variant', 'primary'))).toBe('#c9331f');
    expect(fill(drawn('button', 'variant', 'secondary'))).toBe('#e2eef5');
    expect(texts(drawn('tidewheel', 'heading', 'High water'))).toContain('High water');
  });
  it('is a kit that is read without a problem, whatever of its own components its looks are made of', () => {
    const all = writeManifest(skerry);
    const read = readManifest(all, skerry);
    expect(read.components).toHaveLength(Object.keys(skerry.components).length);
    const kit = kitOfManifest(skerry, read, { id: 'again', name: 'Again', version: '1.0.0' });
    const { value, problems } = readKit(writeKit(kit));
    expect(problems.filter((p) => p.level !== 'note')).toEqual([]);
    expect(Object.keys(value?.components ?? {})).toHaveLength(Object.keys(kit.components).length);
  });
  it('is written back with every property, slot, part, state and event', () => {
    const read = JSON.parse(writeManifest(skerry)) as {
      modules: {
        declarations: {
          tagName: string;
          attributes: { name: string; type: { text: string } }[];
          cssStates: unknown[];
        }[];
      }[];
    };
    const all = read.modules[0]?.declarations ?? [];
    expect(all).toHaveLength(componentsInOrder(skerry).length);
    const action = all.find((d) => d.tagName === 'skerry-action');
    expect(action?.attributes.find((a) => a.name === 'tone')?.type.text).toBe("'strong' | 'quiet' | 'bare' | 'danger'");
    expect(action?.cssStates).toHaveLength(4);
  });
  it.each([
    ['dock-icon-button', 'iconbutton'],
    ['x-text-field', 'textbox'],
    ['my-tab-bar', 'tablist'],
    ['app-frobnicator', 'group'],
  ])('tells the role of an element by the words of its name: %s', (tag, role) => {
    expect(roleOfElement(tag)).toBe(role);
  });
  it.each([
    ['no JSON', '{', 'manifest.json'],
    ['another file', '{"format":"x"}', 'manifest.shape'],
    ['nothing in it', manifest([{ kind: 'function', name: 'x' }]), 'manifest.none'],
  ])('is refused in a sentence when it is none: %s', (_, source, code) => {
    expect(readManifest(source, skerry).problems.map((p) => p.code)).toEqual([code]);
  });
  it('is taken as far as it goes: elements of one name, thousands of them, names that are none', () => {
    const many = Array.from({ length: 500 }, (_, i) => ({ kind: 'class', tagName: `x-thing-${i}` }));
    const got = readManifest(manifest([{ kind: 'class', tagName: 'x-__proto__' }, BUTTON, BUTTON, ...many]), skerry);
    expect(got.components.length).toBeLessThanOrEqual(400);
    expect(got.problems.map((p) => p.code)).toEqual(expect.arrayContaining(['manifest.many', 'manifest.twice']));
  });
});
