import { meaningsOf } from '../match/index.js';
import type { Component, Prop } from '../model/index.js';

/**
 * What things of a role do by themselves, whatever a kit calls them: by the meaning of a property. `flip`: on becomes off; `pick`: this
 * one, and of those beside it none; `typed`: what is typed; `along`: from where it is pressed, from the left; `leave`: it is put away.
 */
export interface OwnRule {
  readonly when: 'press' | 'type' | 'dismiss' | 'action';
  readonly means: string;
  readonly does: 'flip' | 'pick' | 'typed' | 'along' | 'leave';
}
const flip = (means: string): readonly OwnRule[] => [{ when: 'press', means, does: 'flip' }];
const typed: readonly OwnRule[] = [{ when: 'type', means: 'value', does: 'typed' }];
const leave: readonly OwnRule[] = [
  { when: 'dismiss', means: '', does: 'leave' },
  { when: 'action', means: '', does: 'leave' },
];
/** Of an item of a list: its own property. */
const pick: readonly OwnRule[] = [{ when: 'press', means: 'selected', does: 'pick' }];
const OWN: Readonly<Record<string, readonly OwnRule[]>> = {
  checkbox: flip('checked'),
  switch: flip('checked'),
  radio: [{ when: 'press', means: 'checked', does: 'pick' }],
  chip: flip('selected'),
  disclosure: flip('open'),
  accordion: flip('open'),
  toolbar: flip('selected'),
  tabs: pick,
  tablist: pick,
  radiogroup: pick,
  pagination: pick,
  breadcrumb: pick,
  menu: pick,
  textbox: typed,
  combobox: typed,
  searchbox: typed,
  passwordfield: typed,
  textarea: typed,
  autocomplete: typed,
  datefield: typed,
  timefield: typed,
  meter: [{ when: 'press', means: 'value', does: 'along' }],
  slider: [{ when: 'press', means: 'value', does: 'along' }],
  spinbutton: [{ when: 'press', means: 'value', does: 'along' }],
  dialog: leave,
  drawer: leave,
  popover: leave,
  toast: leave,
  alert: leave,
};
export const ownRules = (role: string): readonly OwnRule[] => (Object.hasOwn(OWN, role) ? (OWN[role] ?? []) : []);
/** Things of these roles take what is typed. */
export const takesTyping = (role: string): boolean => ownRules(role).some((r) => r.does === 'typed');

/** The property of a contract that has a meaning; of its list, the items' property, too. */
export function propMeaning(c: Component, means: string): { readonly prop: Prop; readonly list?: Prop } | undefined {
  const own = c.contract.props.find((p) => meaningsOf(p).includes(means));
  if (own) return { prop: own };
  for (const list of c.contract.props) {
    const inner = list.kind === 'list' ? list.item?.find((p) => meaningsOf(p).includes(means)) : undefined;
    if (inner) return { prop: inner, list };
  }
  return undefined;
}

/** What a component does by itself, in words: `pressed, it changes On`. */
export function ownWords(c: Component): readonly string[] {
  return ownRules(c.role).flatMap((r) => {
    if (r.does === 'leave')
      return [r.when === 'dismiss' ? 'dismissed, it goes away' : 'after its action, it goes away'];
    const at = propMeaning(c, r.means);
    if (!at) return [];
    const what = at.list ? `${at.prop.name} of the item that is pressed` : at.prop.name;
    return [
      r.does === 'typed'
        ? `typed into, ${what} becomes what is typed`
        : r.does === 'along'
          ? `pressed, ${what} becomes what is there`
          : r.does === 'pick'
            ? `pressed, ${what} is on, and off beside it`
            : `pressed, ${what} becomes the opposite`,
    ];
  });
}
