import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import type { Component, Json, Prop, StateName } from '../index.js';
import { besides, isDisabled, statesFrom } from './props.js';

const { kits } = shippedKits();
const action = kits.get('skerry-line@2.1.0')?.components['action'] as Component;
const flag = (id: string, means?: string): Prop =>
  ({ id, name: id, kind: 'flag', default: false, description: '', ...(means ? { means } : {}) }) as Prop;
const withProps = (props: readonly Prop[], states: readonly StateName[]): Component => ({
  ...action,
  contract: { ...action.contract, props, states },
});

describe('the state of an instance', () => {
  it.each<[string, Component, Record<string, Json>, readonly StateName[], boolean]>([
    ['at rest', action, { shown: 'rest' }, [], false],
    ['an option that means it', action, { shown: 'hover' }, ['hover'], false],
    ['disabled by its option', action, { shown: 'disabled' }, ['disabled'], true],
    [
      'a flag of that name, as contracts from code have it',
      withProps([flag('disabled')], ['disabled']),
      { disabled: true },
      ['disabled'],
      true,
    ],
    ['the flag off', withProps([flag('disabled')], ['disabled']), { disabled: false }, [], false],
    ['a flag that means it', withProps([flag('inert', 'disabled')], ['disabled']), { inert: true }, ['disabled'], true],
    ['disabled without a look for it', withProps([flag('disabled')], []), { disabled: true }, [], true],
    [
      'a flag that means something else',
      withProps([flag('disabled', 'checked')], ['disabled']),
      { disabled: true },
      [],
      false,
    ],
  ])('%s', (_, component, props, states, off) => {
    expect(statesFrom(component, props)).toEqual(states);
    expect(isDisabled(component, props)).toBe(off);
  });
  it('has those of a moment besides, each once; what is disabled has none', () => {
    expect(besides(['selected'], ['hover', 'selected'])).toEqual(['selected', 'hover']);
    expect(besides([], ['pressed'])).toEqual(['pressed']);
    expect(besides(['disabled'], ['hover', 'focus'])).toEqual(['disabled']);
  });
});
