import { meaningsOf } from '../match/index.js';
import {
  listItems,
  type Component,
  type Json,
  type ComponentAction,
  type ComponentInteraction,
  type ComponentTrigger,
  type ComponentValue,
  type Prop,
} from '../model/index.js';

/** The property of a contract that has a meaning; of its list, the items' property, too. */
function propMeaning(c: Component, means: string): { readonly prop: Prop; readonly list?: Prop } | undefined {
  const own = c.contract.props.find((p) => meaningsOf(p).includes(means));
  if (own) return { prop: own };
  for (const list of c.contract.props) {
    const inner = list.kind === 'list' ? list.item?.find((p) => meaningsOf(p).includes(means)) : undefined;
    if (inner) return { prop: inner, list };
  }
  return undefined;
}

type Usual = (c: Component) => readonly ComponentInteraction[];
const OPPOSITE = { opposite: true } as const;
const PRESS: ComponentTrigger = { on: 'press' };
/** What a property that means something becomes when it is pressed; where its items have it, of the item that is pressed. */
const becomes =
  (means: string, value: ComponentValue, others?: boolean): Usual =>
  (c) => {
    const at = propMeaning(c, means);
    if (!at) return [];
    const beside = others === undefined ? {} : { others };
    return at.list
      ? [{ when: { on: 'item', list: at.list.id }, then: [{ do: 'item', field: at.prop.id, value, ...beside }] }]
      : [{ when: PRESS, then: [{ do: 'set', prop: at.prop.id, value, ...beside }] }];
  };
const flips = (means: string): Usual => becomes(means, OPPOSITE);
const picks = (means: string): Usual => becomes(means, true, false);
const typed: Usual = (c) => {
  const at = propMeaning(c, 'value');
  return at && !at.list
    ? [{ when: { on: 'type' }, then: [{ do: 'set', prop: at.prop.id, value: { typed: true } }] }]
    : [];
};
const along =
  (from: number, to: number): Usual =>
  (c) => {
    const at = propMeaning(c, 'value');
    return at && !at.list
      ? [{ when: PRESS, then: [{ do: 'set', prop: at.prop.id, value: { where: [from, to] } }] }]
      : [];
  };
const AWAY: readonly ComponentAction[] = [{ do: 'closeOverlay' }];
const leaves: Usual = () => [
  { when: { on: 'dismiss' }, then: AWAY },
  { when: { on: 'action' }, then: AWAY },
];
/** A list of things to do is done with when one of them is. */
const chooses: Usual = (c) => {
  const list = c.contract.props.find((p) => p.kind === 'list');
  return list ? [{ when: { on: 'item', list: list.id }, then: AWAY }] : [];
};
/** Something to type, with what it might be below: what is typed leaves those that have it; one of them is taken. */
const suggests: Usual = (c) => {
  const value = propMeaning(c, 'value');
  const label = c.contract.props
    .filter((p) => p.kind === 'list')
    .flatMap(
      (list) => list.item?.filter((f) => meaningsOf(f).includes('label')).map((field) => ({ list, field })) ?? [],
    )[0];
  if (!value || value.list || !label) return typed(c);
  const open = propMeaning(c, 'open');
  const becomes = (on: boolean): readonly ComponentAction[] =>
    open && !open.list ? [{ do: 'set', prop: open.prop.id, value: on }] : [];
  const selected = label.list.item?.find((f) => meaningsOf(f).includes('selected'));
  return [
    {
      when: { on: 'type' },
      then: [
        { do: 'set', prop: value.prop.id, value: { typed: true } },
        { do: 'only', list: label.list.id, field: label.field.id, has: value.prop.id },
        ...becomes(true),
      ],
    },
    {
      when: { on: 'item', list: label.list.id },
      then: [
        { do: 'set', prop: value.prop.id, value: { field: label.field.id } },
        ...(selected ? [{ do: 'item', field: selected.id, value: true, others: false } as const] : []),
        ...becomes(false),
      ],
    },
  ];
};
const pickSelected = picks('selected');

/** What is usual for a role, whatever a kit calls its properties: for components that do not say themselves what they do. */
const USUAL: Readonly<Record<string, Usual>> = {
  checkbox: flips('checked'),
  switch: flips('checked'),
  radio: picks('checked'),
  chip: flips('selected'),
  disclosure: flips('open'),
  accordion: flips('open'),
  toolbar: flips('selected'),
  tabs: pickSelected,
  tablist: pickSelected,
  radiogroup: pickSelected,
  pagination: pickSelected,
  breadcrumb: pickSelected,
  navigation: pickSelected,
  menu: pickSelected,
  calendar: pickSelected,
  tree: pickSelected,
  steps: pickSelected,
  day: pickSelected,
  segment: pickSelected,
  pagelink: pickSelected,
  option: pickSelected,
  treeitem: flips('open'),
  textbox: typed,
  combobox: typed,
  searchbox: typed,
  passwordfield: typed,
  textarea: typed,
  datefield: typed,
  timefield: typed,
  autocomplete: suggests,
  meter: along(1, 5),
  slider: along(0, 100),
  range: along(0, 90),
  codefield: (c) => {
    const list = c.contract.props.find((p) => p.kind === 'list');
    const sign = list?.item?.[0];
    return list && sign ? [{ when: { on: 'type' }, then: [{ do: 'spell', list: list.id, field: sign.id }] }] : [];
  },
  spinbutton: becomes('value', { more: 1 }),
  popupmenu: chooses,
  contextmenu: chooses,
  multiselect: (c) => {
    const list = c.contract.props.find((p) => p.kind === 'list');
    return list ? [{ when: { on: 'item', list: list.id }, then: [{ do: 'drop' }] }] : [];
  },
  dialog: leaves,
  drawer: leaves,
  popover: leaves,
  toast: leaves,
  alert: leaves,
};
const usual = new WeakMap<Component, readonly ComponentInteraction[]>();

/** What a component does by itself: what it says, else what is usual for its role. */
export function componentInteractionsOf(c: Component): readonly ComponentInteraction[] {
  if (c.interactions) return c.interactions;
  let found = usual.get(c);
  if (!found) usual.set(c, (found = (Object.hasOwn(USUAL, c.role) ? USUAL[c.role]?.(c) : undefined) ?? []));
  return found;
}
/** What stands in the items that are spelled in; undefined: it has none. */
export function splitCharacters(c: Component, props: Readonly<Record<string, Json>>): string | undefined {
  for (const b of componentInteractionsOf(c))
    for (const a of b.then)
      if (a.do === 'spell')
        return listItems(props[a.list])
          .map((i) => String(i.values[a.field] ?? ''))
          .join('');
  return undefined;
}
/** Does it take what is typed? */
export const takesTyping = (c: Component): boolean => componentInteractionsOf(c).some((b) => b.when.on === 'type');
/** Between which values it is set by where it is pressed; undefined: it is not. */
export function whereOf(c: Component): readonly [from: number, to: number] | undefined {
  for (const b of componentInteractionsOf(c))
    for (const a of b.then)
      if (a.do === 'set' && typeof a.value === 'object' && a.value !== null && 'where' in a.value)
        return (a.value as { where: readonly [number, number] }).where;
  return undefined;
}
