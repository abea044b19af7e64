import {
  box,
  choiceProp,
  component,
  each,
  flagProp,
  icon,
  iconProp,
  label,
  listProp,
  numberProp,
  row,
  rule,
  series,
  shape,
  shownAs,
  slot,
  neededSlot,
  textProp,
  use,
  whenState,
  type Part,
} from '../write.js';
import { PRESSED, TYPED } from '../shared.js';

const ring = { stroke: '{color.ring}', strokeWidth: '{stroke.thick}' };

/** Things to press. */
export const actions: readonly Part[] = [
  component({
    id: 'button',
    name: 'Button',
    role: 'button',
    family: 'Actions',
    summary: 'Does something when pressed.',
    words: ['cta', 'submit'],
    events: ['press'],
    states: PRESSED,
    props: [
      textProp('label', 'Label', 'Button', 'What happens when it is pressed.', 'label'),
      choiceProp(
        'kind',
        'Kind',
        'main',
        ['main:Main:primary', 'plain:Plain:secondary', 'warning:Warning:danger'],
        'How much weight it has.',
        'tone',
      ),
      choiceProp(
        'size',
        'Size',
        'normal',
        ['little:Little:small', 'normal:Normal:medium', 'big:Big:large'],
        'How tall it is.',
        'size',
      ),
      iconProp('icon', 'Icon', 'none', 'A drawing before the label.', 'leading-icon'),
      shownAs('state', PRESSED),
    ],
    tree: row(
      'root',
      {
        fill: '{color.block}',
        stroke: '{color.block}',
        minHeight: '{size.control}',
        paddingX: '{space.4}',
        paddingY: '{space.2}',
        gap: '{space.2}',
        justify: 'center',
      },
      [
        icon('icon', '{color.on-block}', { bind: { icon: 'icon' } }, { size: '{size.glyph}' }),
        label('label', 'strong', '{color.on-block}', { bind: { text: 'label' } }, { textAlign: 'center' }),
      ],
    ),
    rules: [
      rule(
        { kind: 'plain' },
        {
          root: { fill: '{color.paper}', stroke: '{color.ink}' },
          ...each(['icon', 'label'], { color: '{color.ink}' }),
        },
      ),
      rule(
        { kind: 'warning' },
        {
          root: { fill: '{color.stop}', stroke: '{color.stop}' },
          ...each(['icon', 'label'], { color: '{color.on-stop}' }),
        },
      ),
      rule(
        { size: 'little' },
        {
          root: { minHeight: '{size.small}', paddingX: '{space.3}', paddingY: '{space.1}' },
          label: { textStyle: 'note' },
        },
      ),
      rule(
        { size: 'big' },
        { root: { minHeight: '{size.large}', paddingX: '{space.5}' }, label: { textStyle: 'heading' } },
      ),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{color.hover}' } }, { kind: 'main' }),
      whenState('hover', { root: { fill: '{color.pale}' } }, { kind: 'plain' }),
      whenState('pressed', { root: { fill: '{color.press}' } }, { kind: 'main' }),
      whenState('pressed', { root: { fill: '{color.hair}' } }, { kind: 'plain' }),
      whenState('disabled', {
        root: { fill: '{color.off}', stroke: '{color.off}' },
        ...each(['icon', 'label'], { color: '{color.on-off}' }),
      }),
    ],
  }),
  component({
    id: 'icon-button',
    name: 'Icon button',
    role: 'iconbutton',
    family: 'Actions',
    summary: 'A drawing to press.',
    words: ['tool'],
    events: ['press'],
    states: PRESSED,
    props: [
      iconProp('icon', 'Icon', 'plus', 'What it shows.', 'icon'),
      textProp('name', 'Name', 'Add', 'Read aloud; not shown.', 'accessible-name'),
      choiceProp(
        'kind',
        'Kind',
        'plain',
        ['plain:Plain:secondary', 'main:Main:primary'],
        'How much weight it has.',
        'tone',
      ),
      shownAs('state', PRESSED),
    ],
    tree: row(
      'root',
      {
        width: '{size.control}',
        height: '{size.control}',
        fill: '{color.paper}',
        stroke: '{color.line}',
        justify: 'center',
      },
      [icon('icon', '{color.ink}', { bind: { icon: 'icon' } }, { size: '{size.glyph}' })],
    ),
    rules: [
      rule(
        { kind: 'main' },
        { root: { fill: '{color.block}', stroke: '{color.block}' }, icon: { color: '{color.on-block}' } },
      ),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{color.pale}' } }, { kind: 'plain' }),
      whenState('hover', { root: { fill: '{color.hover}' } }, { kind: 'main' }),
      whenState('pressed', { root: { fill: '{color.hair}' } }, { kind: 'plain' }),
      whenState('pressed', { root: { fill: '{color.press}' } }, { kind: 'main' }),
      whenState('disabled', {
        root: { fill: '{color.off}', stroke: '{color.off}' },
        icon: { color: '{color.on-off}' },
      }),
    ],
  }),
  component({
    id: 'link',
    name: 'Link',
    role: 'link',
    family: 'Actions',
    summary: 'Underlined words that lead somewhere.',
    words: ['more'],
    events: ['press'],
    states: PRESSED,
    props: [
      textProp('label', 'Label', 'Link', 'Where it leads.', 'label'),
      iconProp('icon', 'Icon', 'none', 'A drawing behind the words.', 'trailing-icon'),
      shownAs('state', PRESSED),
    ],
    tree: row('root', { gap: '{space.1}', minHeight: '{size.dot}' }, [
      label('label', 'body', '{color.ink}', { bind: { text: 'label' } }, { underline: true }),
      icon('icon', '{color.ink}', { bind: { icon: 'icon' } }, { size: 16 }),
    ]),
    rules: [
      whenState('focus', { root: ring }),
      whenState('hover', { label: { color: '{color.grey}' } }),
      whenState('pressed', { label: { color: '{color.press}' } }),
      whenState('disabled', { label: { color: '{color.on-off}', underline: false } }),
    ],
  }),
];

const tickProps = (name: string, on: string, onName: string, means: string): readonly Part[] => [
  textProp('label', 'Label', name, 'What it is about.', 'label'),
  textProp('note', 'Note', '', 'A line of help below.', 'supporting'),
  flagProp(on, onName, false, 'Whether it is chosen.', means),
  shownAs('state', TYPED),
];
const tickTexts = box('texts', { width: 'stretch' }, [
  label('label', 'body', '{color.ink}', { bind: { text: 'label' } }, { width: 'stretch' }),
  label('note', 'note', '{color.grey}', { bind: { text: 'note' } }, { width: 'stretch' }),
]);
const tickStates = (part: string): readonly Part[] => [
  whenState('focus', { [part]: ring }),
  whenState('hover', { [part]: { stroke: '{color.ink}' } }),
  whenState('disabled', { [part]: { stroke: '{color.off}', fill: '{color.off}' }, label: { color: '{color.on-off}' } }),
];

/** What people fill in and choose from. */
export const inputs: readonly Part[] = [
  component({
    id: 'field',
    name: 'Field',
    role: 'textbox',
    family: 'Inputs',
    summary: 'One line of text to fill in.',
    words: ['input', 'text field'],
    events: ['change'],
    states: TYPED,
    props: [
      textProp('label', 'Label', 'Field', 'What is asked for.', 'label'),
      textProp('value', 'Value', '', 'What is filled in.', 'value'),
      textProp('hint', 'Hint', 'Type here', 'Shown while it is empty.', 'placeholder'),
      textProp('note', 'Note', '', 'A line of help below.', 'supporting'),
      flagProp('wrong', 'Wrong', false, 'What was typed cannot be taken.', 'invalid'),
      iconProp('icon', 'Icon', 'none', 'A drawing before the value.', 'leading-icon'),
      shownAs('state', TYPED),
    ],
    tree: box('root', { gap: '{space.1}', minWidth: 120 }, [
      label('label', 'note', '{color.ink}', { bind: { text: 'label' } }, { width: 'stretch' }),
      row(
        'frame',
        {
          width: 'stretch',
          fill: '{color.paper}',
          stroke: '{color.line}',
          minHeight: '{size.control}',
          paddingX: '{space.3}',
          paddingY: '{space.2}',
          gap: '{space.2}',
        },
        [
          icon('icon', '{color.grey}', { bind: { icon: 'icon' } }, { size: '{size.glyph}' }),
          label('value', 'body', '{color.ink}', { bind: { text: 'value' } }, { width: 'stretch', maxLines: 1 }),
          label('hint', 'body', '{color.grey}', { bind: { text: 'hint' } }, { width: 'stretch', maxLines: 1 }),
        ],
      ),
      label('note', 'note', '{color.grey}', { bind: { text: 'note' } }, { width: 'stretch' }),
    ]),
    rules: [
      rule({ value: { filled: true } }, { hint: { visible: false } }),
      rule(
        { wrong: true },
        {
          frame: { stroke: '{color.stop}', strokeWidth: '{stroke.thick}' },
          ...each(['label', 'note'], { color: '{color.stop}' }),
        },
      ),
      whenState('focus', { frame: ring }),
      whenState('hover', { frame: { stroke: '{color.ink}' } }),
      whenState('disabled', {
        frame: { fill: '{color.off}' },
        ...each(['value', 'hint', 'label'], { color: '{color.on-off}' }),
      }),
    ],
  }),
  component({
    id: 'select',
    name: 'Select',
    role: 'combobox',
    family: 'Inputs',
    summary: 'One of several, picked from a list.',
    words: ['dropdown', 'picker'],
    events: ['change'],
    states: TYPED,
    props: [
      textProp('label', 'Label', 'Select', 'What is to be picked.', 'label'),
      textProp('value', 'Value', '', 'What is picked.', 'value'),
      textProp('hint', 'Hint', 'Choose one', 'Shown while nothing is picked.', 'placeholder'),
      textProp('note', 'Note', '', 'A line of help below.', 'supporting'),
      shownAs('state', TYPED),
    ],
    tree: box('root', { gap: '{space.1}', minWidth: 120 }, [
      label('label', 'note', '{color.ink}', { bind: { text: 'label' } }, { width: 'stretch' }),
      row(
        'frame',
        {
          width: 'stretch',
          fill: '{color.paper}',
          stroke: '{color.line}',
          minHeight: '{size.control}',
          paddingX: '{space.3}',
          paddingY: '{space.2}',
          gap: '{space.2}',
        },
        [
          label('value', 'body', '{color.ink}', { bind: { text: 'value' } }, { width: 'stretch', maxLines: 1 }),
          label('hint', 'body', '{color.grey}', { bind: { text: 'hint' } }, { width: 'stretch', maxLines: 1 }),
          icon('arrow', '{color.grey}', {}, { icon: 'chevron-down', size: '{size.glyph}' }),
        ],
      ),
      label('note', 'note', '{color.grey}', { bind: { text: 'note' } }, { width: 'stretch' }),
    ]),
    rules: [
      rule({ value: { filled: true } }, { hint: { visible: false } }),
      whenState('focus', { frame: ring }),
      whenState('hover', { frame: { stroke: '{color.ink}' } }),
      whenState('disabled', {
        frame: { fill: '{color.off}' },
        ...each(['value', 'hint', 'label'], { color: '{color.on-off}' }),
      }),
    ],
  }),
  component({
    id: 'search',
    name: 'Search field',
    role: 'searchbox',
    family: 'Inputs',
    summary: 'Words to look for.',
    words: ['search', 'find'],
    events: ['change'],
    states: TYPED,
    props: [
      textProp('hint', 'Hint', 'Search', 'Shown while it is empty.', 'label'),
      textProp('value', 'Value', '', 'What is looked for.', 'value'),
      shownAs('state', TYPED),
    ],
    tree: row(
      'root',
      {
        fill: '{color.sheet}',
        stroke: '{color.line}',
        minHeight: '{size.control}',
        paddingX: '{space.3}',
        paddingY: '{space.2}',
        gap: '{space.2}',
        minWidth: 140,
      },
      [
        icon('icon', '{color.grey}', {}, { icon: 'search', size: '{size.glyph}' }),
        label('value', 'body', '{color.ink}', { bind: { text: 'value' } }, { width: 'stretch', maxLines: 1 }),
        label('hint', 'body', '{color.grey}', { bind: { text: 'hint' } }, { width: 'stretch', maxLines: 1 }),
      ],
    ),
    rules: [
      rule({ value: { filled: true } }, { hint: { visible: false } }),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { stroke: '{color.ink}' } }),
      whenState('disabled', { root: { fill: '{color.off}' }, ...each(['value', 'hint'], { color: '{color.on-off}' }) }),
    ],
  }),
  component({
    id: 'checkbox',
    name: 'Checkbox',
    role: 'checkbox',
    family: 'Inputs',
    summary: 'Yes or no, one of several.',
    words: ['tick'],
    events: ['change'],
    states: TYPED,
    props: tickProps('Checkbox', 'ticked', 'Ticked', 'checked'),
    tree: row('root', { gap: '{space.2}', minHeight: '{size.small}', align: 'center' }, [
      row(
        'mark',
        { width: 20, height: 20, stroke: '{color.grey}', fill: '{color.paper}', justify: 'center', shrink: 0 },
        [icon('tick', '{color.on-block}', {}, { icon: 'check', size: 16, visible: false })],
      ),
      tickTexts,
    ]),
    rules: [
      rule({ ticked: true }, { mark: { fill: '{color.block}', stroke: '{color.block}' }, tick: { visible: true } }),
      ...tickStates('mark'),
    ],
  }),
  component({
    id: 'radio',
    name: 'Radio',
    role: 'radio',
    family: 'Inputs',
    summary: 'One of a few.',
    words: ['option'],
    events: ['change'],
    states: TYPED,
    props: tickProps('Radio', 'chosen', 'Chosen', 'checked'),
    tree: row('root', { gap: '{space.2}', minHeight: '{size.small}', align: 'center' }, [
      row(
        'mark',
        {
          width: 20,
          height: 20,
          radius: '{corner.round}',
          stroke: '{color.grey}',
          fill: '{color.paper}',
          justify: 'center',
          shrink: 0,
        },
        [shape('dot', { shape: 'ellipse', width: 10, height: 10, fill: '{color.block}', visible: false })],
      ),
      tickTexts,
    ]),
    rules: [
      rule({ chosen: true }, { mark: { stroke: '{color.block}' }, dot: { visible: true } }),
      ...tickStates('mark'),
    ],
  }),
  component({
    id: 'switch',
    name: 'Switch',
    role: 'switch',
    family: 'Inputs',
    summary: 'On or off, at once.',
    words: ['toggle'],
    events: ['change'],
    states: TYPED,
    props: tickProps('Switch', 'on', 'On', 'checked'),
    tree: row('root', { gap: '{space.3}', minHeight: '{size.small}', align: 'center' }, [
      tickTexts,
      row(
        'mark',
        {
          width: 40,
          height: 24,
          radius: '{corner.round}',
          stroke: '{color.grey}',
          fill: '{color.paper}',
          padding: 4,
          shrink: 0,
        },
        [shape('knob', { shape: 'ellipse', width: 16, height: 16, fill: '{color.grey}' })],
      ),
    ]),
    rules: [
      rule(
        { on: true },
        {
          mark: { fill: '{color.block}', stroke: '{color.block}', justify: 'end' },
          knob: { fill: '{color.on-block}' },
        },
      ),
      ...tickStates('mark'),
    ],
  }),
  component({
    id: 'chip',
    name: 'Chip',
    role: 'chip',
    family: 'Inputs',
    summary: 'A small choice among others.',
    words: ['filter', 'tag'],
    events: ['press'],
    states: TYPED,
    props: [
      textProp('label', 'Label', 'Chip', 'What is chosen.', 'label'),
      flagProp('chosen', 'Chosen', false, 'Whether it is on.', 'selected'),
      iconProp('icon', 'Icon', 'none', 'A drawing before the label.', 'leading-icon'),
      shownAs('state', TYPED),
    ],
    tree: row(
      'root',
      {
        fill: '{color.paper}',
        stroke: '{color.line}',
        minHeight: '{size.small}',
        paddingX: '{space.3}',
        gap: '{space.1}',
      },
      [
        icon('icon', '{color.ink}', { bind: { icon: 'icon' } }, { size: 16 }),
        label('label', 'note', '{color.ink}', { bind: { text: 'label' } }),
      ],
    ),
    rules: [
      rule(
        { chosen: true },
        {
          root: { fill: '{color.block}', stroke: '{color.block}' },
          ...each(['icon', 'label'], { color: '{color.on-block}' }),
        },
      ),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { stroke: '{color.ink}' } }),
      whenState('disabled', {
        root: { fill: '{color.off}', stroke: '{color.off}' },
        ...each(['icon', 'label'], { color: '{color.on-off}' }),
      }),
      whenState('disabled', { root: { stroke: '{color.on-off}' } }, { chosen: true }),
    ],
  }),
  component({
    id: 'filter-row',
    name: 'Filter row',
    role: 'toolbar',
    family: 'Inputs',
    summary: 'Chips side by side.',
    words: ['filters', 'filter chips', 'chips'],
    events: ['change'],
    props: [
      listProp(
        'chips',
        'Chips',
        [
          textProp('label', 'Label', 'Filter', 'What is chosen.', 'label'),
          flagProp('chosen', 'Chosen', false, 'Whether it is on.', 'selected'),
        ],
        [{ label: 'All', chosen: true }, { label: 'Open' }, { label: 'Done' }],
        'One chip each.',
        'items',
      ),
    ],
    tree: box('root', {}, [
      series(
        'chips',
        'chips',
        use('chip', 'chip', {}, { bind: { 'props.label': 'chips.label', 'props.chosen': 'chips.chosen' } }),
        { flow: 'row', gap: '{space.2}', wrap: true, width: 'stretch' },
      ),
    ]),
  }),
  component({
    id: 'rating',
    name: 'Rating',
    role: 'meter',
    family: 'Inputs',
    summary: 'One to five stars.',
    words: ['stars', 'score'],
    events: ['change'],
    props: [
      numberProp('stars', 'Stars', 4, 'How many of five.', 'value', { min: 0, max: 5 }),
      textProp('label', 'Label', '', 'Words behind the stars.', 'label'),
    ],
    tree: row('root', { gap: '{space.1}', minHeight: '{size.dot}' }, [
      ...[1, 2, 3, 4, 5].map((i) => icon(`star${i}`, '{color.hair}', {}, { icon: 'star', size: '{size.glyph}' })),
      label('label', 'note', '{color.grey}', { bind: { text: 'label' } }),
    ]),
    rules: [1, 2, 3, 4, 5].map((i) =>
      rule({ stars: [1, 2, 3, 4, 5].filter((n) => n >= i) }, { [`star${i}`]: { color: '{color.ink}' } }),
    ),
  }),
  component({
    id: 'form',
    name: 'Form group',
    role: 'form',
    family: 'Inputs',
    summary: 'Fields that belong together.',
    words: ['fieldset', 'form'],
    props: [
      textProp('title', 'Title', 'Form', 'What is to be filled in.', 'label'),
      textProp('note', 'Note', '', 'Says what for.', 'supporting'),
    ],
    slots: [neededSlot('fields', 'Fields', 'Fields, selects, checkboxes.')],
    tree: box('root', { gap: '{space.3}' }, [
      label('title', 'heading', '{color.ink}', { bind: { text: 'title' } }, { width: 'stretch' }),
      label('note', 'note', '{color.grey}', { bind: { text: 'note' } }, { width: 'stretch' }),
      slot('fields', { gap: '{space.3}' }),
    ]),
  }),
];
