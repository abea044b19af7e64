import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import type { Transfer } from './index.js';
import { invertPair } from '../match/index.js';
import { transfer, emptyProject, pairContracts, type Component, type Json, type Override } from '../index.js';

const { kits } = shippedKits();
const SKERRY = 'skerry-line@2.1.0';
const LUMEN = 'lumen-night-rail@1.0.0';
const world = { project: emptyProject('s', 'S', SKERRY), kits };
const component = (ref: string): Component => {
  const [kit = '', id = ''] = ref.split('/');
  const found = kits.get(kit)?.components[id];
  if (!found) throw new Error(`There is no ${ref}`);
  return found;
};
/** What is chosen on one component, as another shows it. */
function shown(on: string, to: string, chosen: readonly (readonly [name: string, value: Json])[]): Transfer {
  const overrides = chosen.map(([name, value]): Override => ({ home: on, at: [], kind: 'prop', name, value }));
  return transfer(world, [], { written: on, shown: to, overrides, fills: [] });
}
const values = (c: Transfer): Record<string, Json> => Object.fromEntries(c.overrides.map((s) => [s.name, s.value]));
const outcomes = (c: Transfer): string[] => c.ledger.map((l) => l.outcome);

describe('two texts that another kit has as one of two lines', () => {
  const [message, word] = [`${SKERRY}/message`, `${LUMEN}/word`];
  it('are its lines, in the order of their places, whichever was chosen first', () => {
    expect(
      values(
        shown(message, word, [
          ['body', 'Strong wind.'],
          ['title', 'Late'],
        ]),
      )['says'],
    ).toBe('Late\nStrong wind.');
    expect(
      outcomes(
        shown(message, word, [
          ['body', 'Strong wind.'],
          ['title', 'Late'],
        ]),
      ),
    ).toEqual(['mapped', 'mapped']);
    expect(values(shown(message, word, [['body', 'Strong wind.']]))['says']).toBe('Strong wind.');
  });
  it('the later choice of one of them wins, and the other stays', () => {
    const got = shown(message, word, [
      ['title', 'Late'],
      ['body', 'Wind.'],
      ['title', 'On time'],
    ]);
    expect(values(got)['says']).toBe('On time\nWind.');
    expect(outcomes(got)).toEqual(['parked', 'mapped', 'mapped']);
  });
  it('are two again in the first kit, when they were written as one', () => {
    expect(values(shown(word, message, [['says', 'Late\nStrong wind.\nSorry.']]))).toMatchObject({
      title: 'Late',
      body: 'Strong wind.\nSorry.',
    });
  });
  it('say there and back what they said, whatever they are', () => {
    const line = fc.string({ minLength: 1, maxLength: 30 }).filter((t) => t.trim() !== '' && !t.includes('\n'));
    fc.assert(
      fc.property(line, line, (title, body) => {
        const there = values(
          shown(message, word, [
            ['title', title],
            ['body', body],
          ]),
        )['says'];
        expect(values(shown(word, message, [['says', there ?? '']]))).toMatchObject({ title, body });
      }),
    );
  });
});

describe('texts with a place each that another kit has as a list', () => {
  const [sheet, question] = [`${SKERRY}/sheet`, `${LUMEN}/question`];
  it('are its items, and what is empty is none', () => {
    const plates = (got: Transfer): unknown =>
      (values(got)['plates'] as { values: { says: string } }[]).map((i) => i.values.says);
    expect(
      plates(
        shown(sheet, question, [
          ['go', 'Show it'],
          ['back', 'Later'],
        ]),
      ),
    ).toEqual(['Show it', 'Later']);
    expect(plates(shown(sheet, question, [['back', '']]))).toEqual(['Onward']);
    expect(plates(shown(sheet, question, [['go', 'Show it']]))).toEqual(['Show it', 'Not now']);
  });
  it('are texts again, each from its place', () => {
    const list = ['Yes', 'No'].map((says, i) => ({ key: `p${i}`, values: { says } }));
    expect(values(shown(question, sheet, [['plates', list]]))).toMatchObject({ go: 'Yes', back: 'No' });
  });
});

describe('a choice that another kit has as flags', () => {
  const [action, press] = [`${SKERRY}/action`, `${LUMEN}/press`];
  it.each([
    ['strong', { lamp: true, stern: false, bare: false }],
    ['danger', { lamp: false, stern: true, bare: false }],
    ['quiet', { lamp: false, stern: false, bare: false }],
  ])('is on in the one that means it: %s', (tone, flags) => {
    expect(values(shown(action, press, [['tone', tone]]))).toMatchObject(flags);
  });
  it('is that option again for the flag that is on; one that is off says nothing, and nothing waits', () => {
    const got = shown(press, action, [
      ['lamp', false],
      ['stern', true],
      ['bare', false],
    ]);
    expect(values(got)).toEqual({ tone: 'danger' });
    expect(outcomes(got)).toEqual(['mapped', 'mapped', 'mapped']);
  });
});

it('a pair read backwards twice says what it said', () => {
  for (const [a, b] of [
    ['message', 'word'],
    ['sheet', 'question'],
    ['action', 'press'],
  ] as const) {
    const [from, to] = [`${SKERRY}/${a}`, `${LUMEN}/${b}`];
    const pair = pairContracts(from, component(from), to, component(to), component, false);
    const again = invertPair(invertPair(pair));
    const targets = (p: typeof pair): Record<string, unknown> =>
      Object.fromEntries(
        Object.entries(p.props)
          .filter(([, x]) => x.to !== null)
          .map(([k, x]) => [k, [x.to, x.into, x.out]]),
      );
    expect(targets(again)).toEqual(targets(pair));
  }
});
