import {
  box,
  component,
  each,
  flagProp,
  iconProp,
  label,
  listProp,
  numberProp,
  row,
  rule,
  series,
  slot,
  slotOf,
  textProp,
  use,
  whenState,
  neededSlot,
  type Part,
} from '../write.js';
import type { Dialect } from './dialect.js';
import {
  chosen,
  HAIR,
  INK,
  line,
  MAIN,
  more,
  OFF,
  ON_MAIN,
  ON_TINT,
  PALE,
  PLACED,
  PRESSED,
  pressed,
  ring,
  says,
  sign,
  SOFT,
  state,
  TINT,
} from './plain.js';

const word = says('Place', 'Where it leads.');

/** How people find their way through many pages and long ones. */
export const ways = (d: Dialect): readonly Part[] => [
  component({
    id: 'crumb',
    name: 'Crumb',
    role: 'crumb',
    family: 'Navigation',
    summary: 'One step of the way here.',
    events: ['press'],
    states: PLACED,
    props: [word, chosen, state(PLACED)],
    tree: row('root', { gap: '{@space-xs}', minHeight: 24 }, [
      label('label', '@caption', '{@link}', { bind: { text: 'label' } }, { underline: true }),
      sign('sign', SOFT, 'chevron-right', 14),
    ]),
    rules: [
      rule({ selected: true }, { label: { color: INK, underline: false }, sign: { visible: false } }),
      whenState('focus', { root: ring }),
      whenState('hover', { label: { color: INK } }),
      whenState('pressed', { label: { color: SOFT } }),
    ],
  }),
  component({
    id: 'breadcrumb',
    name: 'Breadcrumb',
    role: 'breadcrumb',
    family: 'Navigation',
    summary: 'The way from the start to here.',
    props: [
      listProp(
        'items',
        'Steps',
        [word, chosen],
        [{ label: 'Start' }, { label: 'Trips' }, { label: 'Skerrow and back', selected: true }],
        'One step each.',
        'items',
      ),
    ],
    tree: box('root', {}, [
      series(
        'items',
        'items',
        use(
          'crumb',
          '@crumb',
          {},
          { name: 'Crumb', bind: { 'props.label': 'items.label', 'props.selected': 'items.selected' } },
        ),
        { flow: 'row', wrap: true, gap: '{@space-xs}', width: 'stretch' },
      ),
    ]),
  }),
  component({
    id: 'page-number',
    name: 'Page number',
    role: 'pagelink',
    family: 'Navigation',
    summary: 'One page of many.',
    events: ['press'],
    states: PRESSED,
    props: [says('1', 'Its number.'), chosen, state(PRESSED)],
    tree: box(
      'root',
      { minWidth: 36, minHeight: 36, paddingX: '{@space-xs}', align: 'center', justify: 'center', radius: '{@corner}' },
      [label('label', '@body', INK, { bind: { text: 'label' } }, { textAlign: 'center' })],
    ),
    rules: [
      rule({ selected: true }, { root: { fill: MAIN }, label: { color: ON_MAIN } }),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: PALE } }, { selected: false }),
      whenState('pressed', { root: { fill: TINT }, label: { color: ON_TINT } }, { selected: false }),
      whenState('disabled', { root: { fill: 'none' }, label: { color: OFF } }),
      whenState('disabled', { root: { fill: '{@disabled}' } }, { selected: true }),
    ],
  }),
  component({
    id: 'pagination',
    name: 'Pagination',
    role: 'pagination',
    family: 'Navigation',
    summary: 'Pages to leaf through.',
    props: [
      listProp(
        'items',
        'Pages',
        [says('1', 'Its number.'), chosen],
        [{ label: '1' }, { label: '2', selected: true }, { label: '3' }, { label: '…' }, { label: '12' }],
        'One page each.',
        'items',
      ),
    ],
    tree: row('root', { gap: '{@space-xs}', wrap: true }, [
      row('earlier', { width: 36, height: 36, justify: 'center' }, [sign('left', INK, 'chevron-left')]),
      series(
        'items',
        'items',
        use(
          'page',
          '@page-number',
          {},
          { name: 'Page', bind: { 'props.label': 'items.label', 'props.selected': 'items.selected' } },
        ),
        { flow: 'row', wrap: true, gap: '{@space-xs}' },
      ),
      row('later', { width: 36, height: 36, justify: 'center' }, [sign('right', INK, 'chevron-right')]),
    ]),
  }),
  component({
    id: 'step',
    name: 'Step',
    role: 'step',
    family: 'Navigation',
    summary: 'One step of several.',
    states: PLACED,
    events: ['press'],
    props: [
      says('Who', 'What is done in it.'),
      textProp('detail', 'Number', '1', 'Which one it is.', 'detail'),
      chosen,
      flagProp('checked', 'Done', false, 'It is behind.', 'checked'),
      state(PLACED),
    ],
    tree: box('root', { align: 'center', gap: '{@space-xs}', minWidth: 40 }, [
      row('disc', { width: 28, height: 28, radius: '{@corner-full}', stroke: SOFT, justify: 'center', shrink: 0 }, [
        label('detail', '@caption', INK, { bind: { text: 'detail' } }, { textAlign: 'center', maxLines: 1 }),
        { id: 'sign', type: 'icon', attrs: { icon: 'check', color: ON_MAIN, size: 16, visible: false } },
      ]),
      line('label', '@caption', SOFT, 'label', { textAlign: 'center' }),
    ]),
    rules: [
      rule({ selected: true }, { disc: { stroke: MAIN, strokeWidth: '{@focus-line}' }, label: { color: INK } }),
      rule(
        { checked: true },
        { disc: { fill: MAIN, stroke: MAIN }, detail: { visible: false }, sign: { visible: true } },
      ),
      whenState('focus', { disc: ring }),
      whenState('hover', { label: { color: INK } }),
      whenState('pressed', { label: { color: INK } }),
    ],
  }),
  component({
    id: 'steps',
    name: 'Steps',
    role: 'steps',
    family: 'Navigation',
    summary: 'Where one is on the way to the end.',
    props: [
      listProp(
        'items',
        'Steps',
        [
          says('Who', 'What is done in it.'),
          textProp('detail', 'Number', '1', 'Which one it is.', 'detail'),
          chosen,
          flagProp('checked', 'Done', false, 'It is behind.', 'checked'),
        ],
        [
          { label: 'Who', detail: '1', checked: true },
          { label: 'Cabin', detail: '2', selected: true },
          { label: 'Pay', detail: '3' },
        ],
        'One step each.',
        'items',
      ),
    ],
    tree: box('root', {}, [
      series(
        'items',
        'items',
        use(
          'step',
          '@step',
          {},
          {
            name: 'Step',
            bind: {
              'props.label': 'items.label',
              'props.detail': 'items.detail',
              'props.selected': 'items.selected',
              'props.checked': 'items.checked',
            },
            attrs: { width: 'stretch' },
          },
        ),
        { flow: 'row', width: 'stretch', gap: '{@space-xs}', align: 'start' },
      ),
    ]),
  }),
  component({
    id: 'fold',
    name: 'Fold',
    role: 'disclosure',
    family: 'Content',
    summary: 'A heading that opens what is below it.',
    events: ['press'],
    states: PRESSED,
    props: [
      says('What may I bring?', 'What is below.'),
      more('Two bags, a pram and a bicycle. Dogs travel on the sun deck.', 'What opens.'),
      flagProp('open', 'Open', false, 'What is below shows.', 'open'),
      state(PRESSED),
    ],
    slots: [slotOf('content', 'Content', 'Anything that opens below the text.')],
    tree: box('root', { stroke: HAIR, strokeSides: 'bottom', paddingY: '{@space-s}', gap: '{@space-s}' }, [
      row('head', { width: 'stretch', gap: '{@space-s}', minHeight: '{@control-small}' }, [
        line('label', '@label', INK, 'label'),
        sign('shut', SOFT, 'chevron-down'),
        sign('up', SOFT, 'chevron-up'),
      ]),
      line('text', '@body', SOFT, 'supporting'),
      slot('content', { gap: '{@gap}' }),
    ]),
    rules: [
      rule({ open: false }, { ...each(['text', 'content', 'up'], { visible: false }) }),
      rule({ open: true }, { shut: { visible: false } }),
      whenState('focus', { root: ring }),
      whenState('hover', { head: { fill: PALE } }),
      whenState('pressed', { head: { fill: HAIR } }),
      whenState('disabled', { ...each(['label', 'text'], { color: OFF }) }),
    ],
  }),
  component({
    id: 'accordion',
    name: 'Accordion',
    role: 'accordion',
    family: 'Content',
    summary: 'Headings one below the other that open.',
    props: [
      listProp(
        'items',
        'Folds',
        [
          says('What may I bring?', 'What is below.'),
          more('Two bags and a bicycle.', 'What opens.'),
          flagProp('open', 'Open', false, 'What is below shows.', 'open'),
        ],
        [
          { label: 'What may I bring?', supporting: 'Two bags, a pram and a bicycle.', open: true },
          { label: 'Can I change my sailing?', supporting: 'Until an hour before it leaves.' },
          { label: 'Where do I board?', supporting: 'At the gate on your pass.' },
        ],
        'One fold each.',
        'items',
      ),
    ],
    tree: box('root', { stroke: HAIR, strokeSides: 'top' }, [
      series(
        'items',
        'items',
        use(
          'fold',
          '@fold',
          {},
          {
            name: 'Fold',
            bind: { 'props.label': 'items.label', 'props.supporting': 'items.supporting', 'props.open': 'items.open' },
            attrs: { width: 'stretch' },
          },
        ),
        { width: 'stretch' },
      ),
    ]),
  }),
  component({
    id: 'menu-item',
    name: 'Menu item',
    role: 'menuoption',
    family: 'Actions',
    summary: 'One thing to do from a menu.',
    events: ['press'],
    states: PRESSED,
    props: [
      says('Change', 'What it does.'),
      iconProp('leading-icon', 'Icon', 'none', 'Before its words.', 'leading-icon'),
      textProp('detail', 'Detail', '', 'At the end: a key, a number.', 'detail'),
      state(PRESSED),
    ],
    tree: row('root', { gap: '{@space-s}', paddingX: '{@space-m}', minHeight: '{@control}' }, [
      { id: 'sign', type: 'icon', attrs: { color: SOFT, size: '{@glyph}', shrink: 0 }, bind: { icon: 'leading-icon' } },
      line('label', '@body', INK, 'label'),
      label('detail', '@caption', SOFT, { bind: { text: 'detail' } }),
    ]),
    rules: [...pressed(), whenState('disabled', { ...each(['label', 'detail', 'sign'], { color: OFF }) })],
  }),
  ...menus(d),
  component({
    id: 'branch',
    name: 'Branch',
    role: 'treeitem',
    family: 'Data',
    summary: 'One line of a tree.',
    events: ['press'],
    states: PRESSED,
    props: [
      says('Bridge deck', 'What it is.'),
      numberProp('level', 'Depth', 0, 'How far inside, 0 to 100.', 'depth', { min: 0, max: 60 }),
      flagProp('open', 'Open', false, 'What is inside shows.', 'open'),
      chosen,
      state(PRESSED),
    ],
    tree: row(
      'root',
      { gap: '{@space-xs}', minHeight: '{@control-small}', paddingX: '{@space-xs}', radius: '{@corner}' },
      [
        box('indent', { height: 1 }, [], { bind: { share: 'level' } }),
        sign('shut', SOFT, 'chevron-right', 16),
        sign('down', SOFT, 'chevron-down', 16),
        line('label', '@body', INK, 'label', { minWidth: 40 }),
      ],
    ),
    rules: [
      rule({ open: true }, { shut: { visible: false } }),
      rule({ open: false }, { down: { visible: false } }),
      rule({ selected: true }, { root: { fill: TINT }, label: { color: ON_TINT, textStyle: '@label' } }),
      ...pressed({ selected: true }),
      whenState('disabled', { label: { color: OFF } }),
    ],
  }),
  component({
    id: 'tree',
    name: 'Tree',
    role: 'tree',
    family: 'Data',
    summary: 'Things within things.',
    props: [
      listProp(
        'items',
        'Lines',
        [
          says('Bridge deck', 'What it is.'),
          numberProp('level', 'Depth', 0, 'How far inside, per cent of the width.', 'depth', { min: 0, max: 60 }),
          flagProp('open', 'Open', false, 'What is inside shows.', 'open'),
          chosen,
        ],
        [
          { label: 'MV Petrel', open: true },
          { label: 'Cabin deck', level: 8, open: true },
          { label: 'C-101 to C-118', level: 16, selected: true },
          { label: 'Car deck', level: 8 },
          { label: 'MV Fulmar' },
        ],
        'One line each.',
        'items',
      ),
    ],
    tree: box('root', { minWidth: 200 }, [
      series(
        'items',
        'items',
        use(
          'branch',
          '@branch',
          {},
          {
            name: 'Branch',
            bind: {
              'props.label': 'items.label',
              'props.depth': 'items.level',
              'props.open': 'items.open',
              'props.selected': 'items.selected',
            },
            attrs: { width: 'stretch' },
          },
        ),
        { width: 'stretch' },
      ),
    ]),
  }),
  component({
    id: 'action-bar',
    name: 'Action bar',
    role: 'actionbar',
    family: 'Actions',
    summary: 'Things to do with what is below.',
    props: [says('3 chosen', 'What it is about.')],
    slots: [
      neededSlot('content', 'Actions', 'Buttons and signs, side by side.', [
        'button',
        'iconbutton',
        'searchbox',
        'combobox',
        'link',
      ]),
    ],
    tree: row(
      'root',
      { gap: '{@gap}', padding: '{@space-s}', fill: PALE, stroke: HAIR, radius: '{@corner}', wrap: true },
      [
        line('label', '@label', INK, 'label', { minWidth: 60 }),
        {
          id: 'content',
          type: 'slot',
          slot: 'content',
          attrs: { flow: 'row', gap: '{@space-s}', wrap: true, align: 'center' },
        },
      ],
    ),
  }),
];

const menuItems = (): readonly Part[] => [
  says('Change', 'What it does.'),
  iconProp('leading-icon', 'Icon', 'none', 'Before its words.', 'leading-icon'),
  textProp('detail', 'Detail', '', 'At the end: a key, a number.', 'detail'),
];
const itemSeries = series(
  'items',
  'items',
  use(
    'item',
    '@menu-item',
    {},
    {
      name: 'Item',
      bind: {
        'props.label': 'items.label',
        'props.leading-icon': 'items.leading-icon',
        'props.detail': 'items.detail',
      },
      attrs: { width: 'stretch' },
    },
  ),
  { width: 'stretch' },
);

/** Lists of things to do that lie over a screen. */
const menus = (d: Dialect): readonly Part[] => [
  component({
    id: 'popup-menu',
    name: 'Menu',
    role: 'popupmenu',
    family: 'Actions',
    summary: 'Things to do, called for by a press.',
    props: [
      listProp(
        'items',
        'Items',
        menuItems(),
        [
          { label: 'Change', 'leading-icon': 'pencil' },
          { label: 'Share', 'leading-icon': 'share' },
          { label: 'Give back', 'leading-icon': 'trash' },
        ],
        'One item each.',
        'items',
      ),
    ],
    tree: box('root', { ...d.sheet, paddingY: '{@space-xs}', minWidth: 160, maxWidth: 360 }, [itemSeries]),
  }),
  component({
    id: 'context-menu',
    name: 'Context menu',
    role: 'contextmenu',
    family: 'Actions',
    summary: 'Things to do with what was pressed, under a word on it.',
    props: [
      says('Booking NX-4182', 'What it is about.'),
      listProp(
        'items',
        'Items',
        menuItems(),
        [
          { label: 'Open', detail: 'Enter' },
          { label: 'Copy', detail: 'C' },
          { label: 'Remove', detail: 'Delete' },
        ],
        'One item each.',
        'items',
      ),
    ],
    tree: box('root', { ...d.sheet, paddingY: '{@space-xs}', minWidth: 180, maxWidth: 360 }, [
      box(
        'head',
        { width: 'stretch', paddingX: '{@space-m}', paddingY: '{@space-xs}', stroke: HAIR, strokeSides: 'bottom' },
        [line('label', '@caption', SOFT, 'label')],
      ),
      itemSeries,
    ]),
  }),
];
