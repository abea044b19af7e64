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
  row,
  rule,
  series,
  shape,
  shownAs,
  neededSlot,
  textProp,
  use,
  whenState,
  type Part,
} from '../write.js';
import { PLACED } from '../shared.js';

const ring = { stroke: '{color.ring}', strokeWidth: '{stroke.thick}', strokeSides: 'all' };
const labelItem = textProp('label', 'Label', 'Item', 'Its name.', 'label');
const iconItem = iconProp('icon', 'Icon', 'circle', 'Its drawing.', 'leading-icon');
const currentItem = flagProp('current', 'Current', false, 'Whether it is where one is.', 'selected');

/** How people find their way. */
export const navigation: readonly Part[] = [
  component({
    id: 'top-bar',
    name: 'Top bar',
    role: 'banner',
    family: 'Navigation',
    summary: 'The name of the screen, and a way back.',
    words: ['header', 'app bar', 'title bar'],
    props: [
      textProp('title', 'Title', 'Title', 'The name of the screen.', 'label'),
      textProp('note', 'Note', '', 'A line below the title.', 'supporting'),
      iconProp('start', 'Start icon', 'none', 'At the start, for instance back.', 'leading-icon'),
      iconProp('end', 'End icon', 'none', 'At the end.', 'trailing-icon'),
      choiceProp(
        'align',
        'Align',
        'start',
        ['start:Start:start', 'middle:Middle:center'],
        'Where the title stands.',
        'align',
      ),
      flagProp('dark', 'Dark', false, 'Light words on a dark ground.', 'strong'),
    ],
    tree: row(
      'root',
      {
        fill: '{color.paper}',
        stroke: '{color.line}',
        strokeSides: 'bottom',
        minHeight: '{size.bar}',
        paddingX: '{space.4}',
        paddingY: '{space.2}',
        gap: '{space.3}',
      },
      [
        icon('start', '{color.ink}', { bind: { icon: 'start' } }, { size: '{size.dot}' }),
        box('texts', { width: 'stretch' }, [
          label('title', 'heading', '{color.ink}', { bind: { text: 'title' } }, { width: 'stretch', maxLines: 1 }),
          label('note', 'note', '{color.grey}', { bind: { text: 'note' } }, { width: 'stretch', maxLines: 1 }),
        ]),
        icon('end', '{color.ink}', { bind: { icon: 'end' } }, { size: '{size.dot}' }),
      ],
    ),
    rules: [
      rule({ align: 'middle' }, each(['title', 'note'], { textAlign: 'center' })),
      rule(
        { dark: true },
        { root: { fill: '{color.block}' }, ...each(['title', 'note', 'start', 'end'], { color: '{color.on-block}' }) },
      ),
    ],
  }),
  component({
    id: 'bar-item',
    name: 'Bar item',
    role: 'tab',
    family: 'Navigation',
    summary: 'One place of a tab bar.',
    words: [],
    events: ['press'],
    states: PLACED,
    props: [labelItem, iconItem, currentItem, shownAs('state', PLACED)],
    tree: box(
      'root',
      { align: 'center', justify: 'center', gap: 2, paddingY: '{space.1}', minHeight: '{size.large}' },
      [
        icon('icon', '{color.grey}', { bind: { icon: 'icon' } }, { size: '{size.dot}' }),
        label('label', 'note', '{color.grey}', { bind: { text: 'label' } }, { maxLines: 1 }),
      ],
    ),
    rules: [
      rule(
        { current: true },
        {
          root: { stroke: '{color.ink}', strokeSides: 'top', strokeWidth: '{stroke.thick}' },
          ...each(['icon', 'label'], { color: '{color.ink}' }),
        },
      ),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{color.sheet}' } }),
      whenState('pressed', { root: { fill: '{color.pale}' } }),
    ],
  }),
  component({
    id: 'tab-bar',
    name: 'Tab bar',
    role: 'tablist',
    family: 'Navigation',
    summary: 'The main places, along the bottom.',
    words: ['bottom bar'],
    props: [
      listProp(
        'items',
        'Items',
        [labelItem, iconItem, currentItem],
        [
          { label: 'Home', icon: 'house', current: true },
          { label: 'Search', icon: 'search' },
          { label: 'Me', icon: 'user' },
        ],
        'One place each.',
        'items',
      ),
    ],
    tree: box('root', { fill: '{color.paper}', stroke: '{color.line}', strokeSides: 'top' }, [
      series(
        'items',
        'items',
        use(
          'item',
          'bar-item',
          {},
          {
            name: 'Item',
            bind: { 'props.label': 'items.label', 'props.icon': 'items.icon', 'props.current': 'items.current' },
            attrs: { width: 'stretch' },
          },
        ),
        { flow: 'row', width: 'stretch' },
      ),
    ]),
  }),
  component({
    id: 'tab',
    name: 'Tab',
    role: 'tab',
    family: 'Navigation',
    summary: 'One sheet among others.',
    words: [],
    events: ['press'],
    states: PLACED,
    props: [labelItem, currentItem, shownAs('state', PLACED)],
    tree: box('root', { paddingX: '{space.3}', minHeight: '{size.control}', justify: 'center' }, [
      label('label', 'body', '{color.grey}', { bind: { text: 'label' } }),
    ]),
    rules: [
      rule(
        { current: true },
        {
          root: { stroke: '{color.ink}', strokeSides: 'bottom', strokeWidth: '{stroke.thick}' },
          label: { color: '{color.ink}', textStyle: 'strong' },
        },
      ),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{color.sheet}' } }),
      whenState('pressed', { root: { fill: '{color.pale}' } }),
    ],
  }),
  component({
    id: 'tabs',
    name: 'Tabs',
    role: 'tabs',
    family: 'Navigation',
    summary: 'Sheets to switch between.',
    words: ['sheets', 'segments'],
    props: [
      listProp(
        'tabs',
        'Tabs',
        [labelItem, currentItem],
        [{ label: 'First', current: true }, { label: 'Second' }, { label: 'Third' }],
        'One sheet each.',
        'items',
      ),
    ],
    tree: box('root', { stroke: '{color.hair}', strokeSides: 'bottom' }, [
      series(
        'tabs',
        'tabs',
        use('tab', 'tab', {}, { name: 'Tab', bind: { 'props.label': 'tabs.label', 'props.current': 'tabs.current' } }),
        { flow: 'row', width: 'stretch', gap: '{space.1}' },
      ),
    ]),
  }),
  component({
    id: 'nav-item',
    name: 'Menu item',
    role: 'menuitem',
    family: 'Navigation',
    summary: 'One line of a menu.',
    words: [],
    events: ['press'],
    states: PLACED,
    props: [
      labelItem,
      iconItem,
      currentItem,
      choiceProp(
        'width',
        'Width',
        'full',
        ['full:Full:full', 'compact:Compact:compact'],
        'With words, or the drawing alone.',
        'extent',
        { inherits: true },
      ),
      shownAs('state', PLACED),
    ],
    tree: row('root', { paddingX: '{space.3}', gap: '{space.3}', minHeight: '{size.control}' }, [
      icon('icon', '{color.grey}', { bind: { icon: 'icon' } }, { size: '{size.glyph}' }),
      label('label', 'body', '{color.ink}', { bind: { text: 'label' } }, { maxLines: 1 }),
    ]),
    rules: [
      rule(
        { current: true },
        { root: { fill: '{color.pale}' }, label: { textStyle: 'strong' }, icon: { color: '{color.ink}' } },
      ),
      rule({ width: 'compact' }, { label: { visible: false }, root: { justify: 'center' } }),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{color.sheet}' } }),
      whenState('pressed', { root: { fill: '{color.pale}' } }),
    ],
  }),
  component({
    id: 'side-menu',
    name: 'Side menu',
    role: 'menu',
    family: 'Navigation',
    summary: 'The main places, down the side.',
    words: ['sidebar', 'drawer', 'side navigation'],
    props: [
      textProp('title', 'Title', 'Menu', 'The name on top.', 'label'),
      choiceProp(
        'width',
        'Width',
        'full',
        ['full:Full:full', 'compact:Compact:compact'],
        'With words, or drawings alone.',
        'extent',
      ),
      listProp(
        'items',
        'Items',
        [labelItem, iconItem, currentItem],
        [
          { label: 'Overview', icon: 'house', current: true },
          { label: 'People', icon: 'users' },
          { label: 'Settings', icon: 'settings' },
        ],
        'One place each.',
        'items',
      ),
    ],
    tree: box(
      'root',
      {
        fill: '{color.paper}',
        stroke: '{color.line}',
        strokeSides: 'right',
        width: 240,
        paddingY: '{space.4}',
        gap: '{space.3}',
      },
      [
        box('head', { width: 'stretch', paddingX: '{space.3}' }, [
          label('title', 'heading', '{color.ink}', { bind: { text: 'title' } }, { width: 'stretch', maxLines: 1 }),
        ]),
        series(
          'items',
          'items',
          use(
            'item',
            'nav-item',
            {},
            {
              name: 'Item',
              bind: { 'props.label': 'items.label', 'props.icon': 'items.icon', 'props.current': 'items.current' },
              attrs: { width: 'stretch' },
            },
          ),
          { width: 'stretch' },
        ),
      ],
    ),
    rules: [rule({ width: 'compact' }, { root: { width: 64 }, head: { visible: false } })],
  }),
  component({
    id: 'nav-bar',
    name: 'Navigation bar',
    role: 'navigation',
    family: 'Navigation',
    summary: 'The name of the site and its main places, along the top.',
    words: ['navigation', 'site header', 'menu bar', 'navbar'],
    props: [
      textProp('name', 'Name', 'Name', 'The name of the site.', 'label'),
      listProp(
        'links',
        'Links',
        [labelItem, currentItem],
        [{ label: 'First', current: true }, { label: 'Second' }, { label: 'Third' }],
        'One place each.',
        'items',
      ),
      textProp('action', 'Action', '', 'The label of a button; empty for none.', 'action-label'),
      choiceProp(
        'width',
        'Width',
        'full',
        ['full:Full:full', 'compact:Compact:compact'],
        'With its places, or a menu drawing.',
        'extent',
      ),
    ],
    tree: row(
      'root',
      {
        fill: '{color.paper}',
        stroke: '{color.line}',
        strokeSides: 'bottom',
        minHeight: 64,
        paddingX: '{space.5}',
        gap: '{space.5}',
      },
      [
        label('name', 'heading', '{color.ink}', { bind: { text: 'name' } }),
        series(
          'links',
          'links',
          use(
            'link',
            'tab',
            {},
            { name: 'Link', bind: { 'props.label': 'links.label', 'props.current': 'links.current' } },
          ),
          { flow: 'row', width: 'stretch', gap: '{space.2}' },
        ),
        box('rest', { width: 'stretch', visible: false }),
        use('action', 'button', { size: 'little' }, { name: 'Button', bind: { 'props.label': 'action' } }),
        icon('menu', '{color.ink}', {}, { icon: 'menu', size: '{size.dot}', visible: false }),
      ],
    ),
    rules: [
      rule({ action: { filled: false } }, { action: { visible: false } }),
      rule({ width: 'compact' }, { links: { visible: false }, ...each(['menu', 'rest'], { visible: true }) }),
      rule(
        null,
        { links: { visible: false }, ...each(['menu', 'rest'], { visible: true }), root: { paddingX: '{space.4}' } },
        { maxWidth: 600 },
      ),
    ],
  }),
  component({
    id: 'footer',
    name: 'Footer',
    role: 'contentinfo',
    family: 'Navigation',
    summary: 'What stands at the end of every page.',
    words: ['bottom', 'imprint'],
    props: [
      textProp('name', 'Name', 'Name', 'The name of the site.', 'label'),
      textProp('text', 'Text', 'All that needs saying at the end.', 'A line below.', 'supporting'),
      listProp(
        'links',
        'Links',
        [labelItem],
        [{ label: 'About' }, { label: 'Contact' }, { label: 'Terms' }],
        'One place each.',
        'items',
      ),
    ],
    tree: row('root', { fill: '{color.pale}', padding: '{space.5}', gap: '{space.4}', wrap: true }, [
      box('texts', { width: 'stretch', minWidth: 160 }, [
        label('name', 'strong', '{color.ink}', { bind: { text: 'name' } }, { width: 'stretch' }),
        label('text', 'note', '{color.grey}', { bind: { text: 'text' } }, { width: 'stretch' }),
      ]),
      series('links', 'links', use('link', 'link', {}, { name: 'Link', bind: { 'props.label': 'links.label' } }), {
        flow: 'row',
        gap: '{space.4}',
        wrap: true,
      }),
    ]),
  }),
];

const GUISES = [
  'header:Header:header',
  'text:Text:text',
  'note:Text and note:text-note',
  'number:Number:number',
  'badge:Badge:badge',
  'avatar:Avatar:avatar',
  'checkbox:Checkbox:checkbox',
  'radio:Radio:radio',
  'button:Button:button',
  'empty:Empty:empty',
];
const DENSITIES = ['roomy:Roomy:spacious', 'normal:Normal:regular', 'snug:Snug:compact', 'tight:Tight:dense'];
const density = (inherits: boolean): Part =>
  choiceProp(
    'density',
    'Density',
    'normal',
    DENSITIES,
    'How much room each line has.',
    'density',
    inherits ? { inherits } : {},
  );
const cellProps = [
  textProp('text', 'Text', 'Cell', 'What it says.', 'label'),
  textProp('note', 'Note', '', 'A line below, for text and note.', 'supporting'),
  choiceProp(
    'tone',
    'Tone',
    'plain',
    ['plain:Plain:neutral', 'good:Good:success', 'bad:Bad:danger'],
    'For badges: what it means.',
    'status',
  ),
  flagProp('on', 'On', false, 'For checkboxes and radios.', 'checked'),
];

/** Tables: one cell in many guises, columns made of cells, tables made of columns. */
export const data: readonly Part[] = [
  component({
    id: 'cell',
    name: 'Cell',
    role: 'cell',
    family: 'Data',
    summary: 'One cell of a table, in any guise.',
    words: ['table cell'],
    props: [
      ...cellProps,
      choiceProp('kind', 'Kind', 'text', GUISES, 'What it is made of.', 'guise', { inherits: true }),
      density(true),
      flagProp('end', 'At the end', false, 'Its words stand at the end.', 'align-end'),
    ],
    tree: row(
      'root',
      {
        width: 'stretch',
        stroke: '{color.hair}',
        strokeSides: 'bottom',
        paddingX: '{space.3}',
        paddingY: '{space.2}',
        gap: '{space.2}',
        minHeight: '{size.control}',
      },
      [
        row(
          'box',
          {
            width: 18,
            height: 18,
            stroke: '{color.grey}',
            fill: '{color.paper}',
            justify: 'center',
            shrink: 0,
            visible: false,
          },
          [icon('tick', '{color.on-block}', {}, { icon: 'check', size: 14, visible: false })],
        ),
        row(
          'ring',
          {
            width: 18,
            height: 18,
            radius: '{corner.round}',
            stroke: '{color.grey}',
            fill: '{color.paper}',
            justify: 'center',
            shrink: 0,
            visible: false,
          },
          [shape('dot', { shape: 'ellipse', width: 8, height: 8, fill: '{color.block}', visible: false })],
        ),
        row(
          'face',
          {
            width: 28,
            height: 28,
            radius: '{corner.round}',
            fill: '{color.pale}',
            stroke: '{color.line}',
            justify: 'center',
            shrink: 0,
            visible: false,
          },
          [icon('person', '{color.grey}', {}, { icon: 'user', size: 16 })],
        ),
        box('texts', { width: 'stretch' }, [
          label('text', 'body', '{color.ink}', { bind: { text: 'text' } }, { width: 'stretch' }),
          label('note', 'note', '{color.grey}', { bind: { text: 'note' } }, { width: 'stretch' }),
        ]),
        use(
          'badge',
          'badge',
          {},
          { name: 'Badge', bind: { 'props.label': 'text', 'props.kind': 'tone' }, attrs: { visible: false } },
        ),
        use(
          'button',
          'button',
          { kind: 'plain', size: 'little' },
          { name: 'Button', bind: { 'props.label': 'text' }, attrs: { visible: false } },
        ),
      ],
    ),
    rules: [
      rule({ kind: ['text', 'number', 'header', 'avatar', 'checkbox', 'radio'] }, { note: { visible: false } }),
      rule(
        { kind: 'header' },
        { root: { fill: '{color.sheet}', stroke: '{color.line}' }, text: { textStyle: 'note', color: '{color.grey}' } },
      ),
      rule({ kind: 'number' }, { text: { textAlign: 'end' } }),
      rule({ end: true }, { text: { textAlign: 'end' } }),
      rule({ kind: ['badge', 'button', 'empty'] }, { texts: { visible: false } }),
      rule({ kind: 'badge' }, { badge: { visible: true } }),
      rule({ kind: 'button' }, { button: { visible: true } }),
      rule({ kind: 'avatar' }, { face: { visible: true } }),
      rule({ kind: 'checkbox' }, { box: { visible: true } }),
      rule({ kind: 'radio' }, { ring: { visible: true } }),
      rule(
        { kind: 'checkbox', on: true },
        { box: { fill: '{color.block}', stroke: '{color.block}' }, tick: { visible: true } },
      ),
      rule({ kind: 'radio', on: true }, { dot: { visible: true } }),
      rule({ density: 'roomy' }, { root: { minHeight: 60, paddingY: '{space.3}' } }),
      rule({ density: 'snug' }, { root: { minHeight: 36, paddingY: '{space.1}' } }),
      rule({ density: 'tight' }, { root: { minHeight: 28, paddingY: 2 }, ...each(['text'], { textStyle: 'note' }) }),
    ],
  }),
  component({
    id: 'column',
    name: 'Column',
    role: 'column',
    family: 'Data',
    summary: 'One column of a table.',
    words: ['table column'],
    props: [
      textProp('heading', 'Heading', 'Column', 'What its cells are about.', 'label'),
      choiceProp('kind', 'Kind', 'text', GUISES, 'What its cells are made of.', 'guise'),
      density(true),
      listProp(
        'cells',
        'Cells',
        cellProps,
        [{ text: 'First' }, { text: 'Second' }, { text: 'Third' }],
        'One cell a row.',
        'items',
      ),
    ],
    tree: box('root', { minWidth: 40 }, [
      use(
        'header',
        'cell',
        { kind: 'header' },
        { name: 'Header', bind: { 'props.text': 'heading' }, attrs: { width: 'stretch' } },
      ),
      series(
        'cells',
        'cells',
        use(
          'cell',
          'cell',
          {},
          {
            name: 'Cell',
            bind: {
              'props.text': 'cells.text',
              'props.note': 'cells.note',
              'props.tone': 'cells.tone',
              'props.on': 'cells.on',
            },
            attrs: { width: 'stretch' },
          },
        ),
        { width: 'stretch' },
      ),
    ]),
    rules: [rule({ kind: 'number' }, { header: { 'props.end': true } })],
  }),
  component({
    id: 'table',
    name: 'Table',
    role: 'table',
    family: 'Data',
    summary: 'Columns side by side, their rows in line.',
    words: ['data table', 'grid'],
    props: [density(false), flagProp('lined', 'Lined', true, 'Has a line around it.', 'outlined')],
    slots: [neededSlot('columns', 'Columns', 'Columns, side by side.', ['column'])],
    tree: box('root', { stroke: '{color.line}', fill: '{color.paper}', clip: true }, [
      {
        id: 'columns',
        type: 'slot',
        slot: 'columns',
        attrs: { width: 'stretch', flow: 'row', align: 'stretch', shareRows: true },
      },
    ]),
    rules: [rule({ lined: false }, { root: { stroke: 'none' } })],
  }),
];
