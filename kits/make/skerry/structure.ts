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

const ring = { stroke: '{color.lamp}', strokeWidth: '{stroke.ring}', strokeSides: 'all' };
const wordItem = textProp('word', 'Word', 'Place', 'Its name.', 'label');
const glyphItem = iconProp('glyph', 'Glyph', 'anchor', 'Its icon.', 'leading-icon');
const hereItem = flagProp('here', 'Here', false, 'Whether it is where one is.', 'selected');
const EXTENT = ['wide:Wide:full', 'narrow:Narrow:compact'];

/** How people find their way. */
export const navigation: readonly Part[] = [
  component({
    id: 'masthead',
    name: 'Masthead',
    role: 'banner',
    family: 'Navigation',
    summary: 'The name of the screen on navy.',
    words: ['top bar', 'header', 'app bar'],
    props: [
      textProp('title', 'Title', 'Norrvik', 'The name of the screen.', 'label'),
      textProp('under', 'Under', '', 'A line below.', 'supporting'),
      iconProp('left', 'Left icon', 'none', 'For instance back.', 'leading-icon'),
      iconProp('right', 'Right icon', 'none', 'For instance the account.', 'trailing-icon'),
      choiceProp(
        'align',
        'Align',
        'start',
        ['start:Start:start', 'middle:Middle:center'],
        'Where the title stands.',
        'align',
      ),
      flagProp('light', 'Light', false, 'Navy words on white.', 'inverse'),
    ],
    tree: row(
      'root',
      { fill: '{color.navy}', minHeight: '{size.bar}', paddingX: '{space.l}', paddingY: '{space.s}', gap: '{space.m}' },
      [
        icon('left', '{color.on-navy}', { bind: { icon: 'left' } }, { size: '{size.tick}' }),
        box('texts', { width: 'stretch' }, [
          label('title', 'subtitle', '{color.on-navy}', { bind: { text: 'title' } }, { width: 'stretch', maxLines: 1 }),
          label('under', 'small', '{color.on-navy}', { bind: { text: 'under' } }, { width: 'stretch', maxLines: 1 }),
        ]),
        icon('right', '{color.on-navy}', { bind: { icon: 'right' } }, { size: '{size.tick}' }),
      ],
    ),
    rules: [
      rule({ align: 'middle' }, each(['title', 'under'], { textAlign: 'center' })),
      rule(
        { light: true },
        { root: { fill: '{color.cloud}' }, ...each(['title', 'under', 'left', 'right'], { color: '{color.deep}' }) },
      ),
    ],
  }),
  component({
    id: 'dock-place',
    name: 'Dock place',
    role: 'tab',
    family: 'Navigation',
    summary: 'One place of the dock.',
    words: [],
    events: ['press'],
    states: PLACED,
    props: [wordItem, glyphItem, hereItem, shownAs('shown', PLACED)],
    tree: box('root', { align: 'center', justify: 'center', gap: 2, paddingY: '{space.s}', minHeight: 64 }, [
      row('disc', { paddingX: '{space.l}', paddingY: 2, radius: '{corner.full}', justify: 'center' }, [
        icon('glyph', '{color.slate}', { bind: { icon: 'glyph' } }, { size: '{size.tick}' }),
      ]),
      label('word', 'small', '{color.slate}', { bind: { text: 'word' } }, { maxLines: 1 }),
    ]),
    rules: [
      rule({ here: true }, { disc: { fill: '{color.foam}' }, ...each(['glyph', 'word'], { color: '{color.deep}' }) }),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{color.spray}' } }),
      whenState('pressed', { root: { fill: '{color.foam}' } }),
    ],
  }),
  component({
    id: 'dock',
    name: 'Dock',
    role: 'tablist',
    family: 'Navigation',
    summary: 'The main places, along the bottom.',
    words: ['tab bar', 'bottom bar'],
    props: [
      listProp(
        'places',
        'Places',
        [wordItem, glyphItem, hereItem],
        [
          { word: 'Book', glyph: 'ship', here: true },
          { word: 'Trips', glyph: 'ticket' },
          { word: 'Me', glyph: 'user' },
        ],
        'One place each.',
        'items',
      ),
    ],
    tree: box('root', { fill: '{color.cloud}', stroke: '{color.mist}', strokeSides: 'top' }, [
      series(
        'places',
        'places',
        use(
          'place',
          'dock-place',
          {},
          {
            name: 'Place',
            bind: { 'props.word': 'places.word', 'props.glyph': 'places.glyph', 'props.here': 'places.here' },
            attrs: { width: 'stretch' },
          },
        ),
        { flow: 'row', width: 'stretch' },
      ),
    ]),
  }),
  component({
    id: 'leaf',
    name: 'Leaf',
    role: 'tab',
    family: 'Navigation',
    summary: 'One of several leaves.',
    words: [],
    events: ['press'],
    states: PLACED,
    props: [wordItem, hereItem, shownAs('shown', PLACED)],
    tree: box(
      'root',
      { paddingX: '{space.l}', minHeight: '{size.compact}', radius: '{corner.full}', justify: 'center' },
      [label('word', 'label', '{color.slate}', { bind: { text: 'word' } })],
    ),
    rules: [
      rule({ here: true }, { root: { fill: '{color.navy}' }, word: { color: '{color.on-navy}' } }),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{color.mist}' } }, { here: false }),
      whenState('pressed', { root: { fill: '{color.rope}' }, word: { color: '{color.deep}' } }, { here: false }),
    ],
  }),
  component({
    id: 'leaves',
    name: 'Leaves',
    role: 'tabs',
    family: 'Navigation',
    summary: 'Leaves to switch between.',
    words: ['tabs', 'segments'],
    props: [
      listProp(
        'leaves',
        'Leaves',
        [wordItem, hereItem],
        [{ word: 'Outward', here: true }, { word: 'Return' }],
        'One leaf each.',
        'items',
      ),
    ],
    tree: box('root', {}, [
      series(
        'leaves',
        'leaves',
        use('leaf', 'leaf', {}, { name: 'Leaf', bind: { 'props.word': 'leaves.word', 'props.here': 'leaves.here' } }),
        {
          flow: 'row',
          fill: '{color.spray}',
          radius: '{corner.full}',
          padding: '{space.xs}',
          gap: '{space.xs}',
        },
      ),
    ]),
  }),
  component({
    id: 'rail-place',
    name: 'Rail place',
    role: 'menuitem',
    family: 'Navigation',
    summary: 'One line of the side rail.',
    words: [],
    events: ['press'],
    states: PLACED,
    props: [
      wordItem,
      glyphItem,
      hereItem,
      choiceProp('extent', 'Extent', 'wide', EXTENT, 'With words, or the icon alone.', 'extent', { inherits: true }),
      shownAs('shown', PLACED),
    ],
    tree: row(
      'root',
      { paddingX: '{space.l}', gap: '{space.m}', minHeight: '{size.control}', radius: '{corner.soft}' },
      [
        icon('glyph', '{color.slate}', { bind: { icon: 'glyph' } }, { size: '{size.glyph}' }),
        label('word', 'body', '{color.deep}', { bind: { text: 'word' } }, { maxLines: 1 }),
      ],
    ),
    rules: [
      rule(
        { here: true },
        { root: { fill: '{color.foam}' }, word: { textStyle: 'label' }, glyph: { color: '{color.deep}' } },
      ),
      rule({ extent: 'narrow' }, { word: { visible: false }, root: { justify: 'center', paddingX: '{space.s}' } }),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{color.mist}' } }),
      whenState('pressed', { root: { fill: '{color.foam}' } }),
    ],
  }),
  component({
    id: 'side-rail',
    name: 'Side rail',
    role: 'menu',
    family: 'Navigation',
    summary: 'The main places, down the side.',
    words: ['side menu', 'sidebar'],
    props: [
      textProp('title', 'Title', 'Deck desk', 'The name on top.', 'label'),
      choiceProp('extent', 'Extent', 'wide', EXTENT, 'With words, or icons alone.', 'extent'),
      listProp(
        'places',
        'Places',
        [wordItem, glyphItem, hereItem],
        [
          { word: 'Manifest', glyph: 'manifest', here: true },
          { word: 'Berths', glyph: 'bed' },
          { word: 'Notices', glyph: 'megaphone' },
        ],
        'One place each.',
        'items',
      ),
    ],
    tree: box('root', { fill: '{color.spray}', width: 248, padding: '{space.m}', gap: '{space.m}' }, [
      box('head', { width: 'stretch', paddingX: '{space.l}', paddingY: '{space.s}' }, [
        label('title', 'subtitle', '{color.deep}', { bind: { text: 'title' } }, { width: 'stretch', maxLines: 1 }),
      ]),
      series(
        'places',
        'places',
        use(
          'place',
          'rail-place',
          {},
          {
            name: 'Place',
            bind: { 'props.word': 'places.word', 'props.glyph': 'places.glyph', 'props.here': 'places.here' },
            attrs: { width: 'stretch' },
          },
        ),
        { width: 'stretch', gap: '{space.xs}' },
      ),
    ]),
    rules: [rule({ extent: 'narrow' }, { root: { width: 80 }, head: { visible: false } })],
  }),
  component({
    id: 'bridge',
    name: 'Bridge',
    role: 'navigation',
    family: 'Navigation',
    summary: 'The name of the site and its places, along the top.',
    words: ['navigation bar', 'navbar', 'site header'],
    props: [
      textProp('name', 'Name', 'Skerry Line', 'The name of the site.', 'label'),
      listProp(
        'places',
        'Places',
        [wordItem, hereItem],
        [{ word: 'Crossings', here: true }, { word: 'Ports' }, { word: 'On board' }],
        'One place each.',
        'items',
      ),
      textProp('button', 'Button', '', 'The text of an action; empty for none.', 'action-label'),
      choiceProp('extent', 'Extent', 'wide', EXTENT, 'With its places, or a menu icon.', 'extent'),
    ],
    tree: row(
      'root',
      {
        fill: '{color.cloud}',
        stroke: '{color.mist}',
        strokeSides: 'bottom',
        minHeight: 72,
        paddingX: '{space.xl}',
        gap: '{space.xl}',
      },
      [
        label('name', 'subtitle', '{color.deep}', { bind: { text: 'name' } }),
        series(
          'places',
          'places',
          use(
            'place',
            'leaf',
            {},
            { name: 'Place', bind: { 'props.word': 'places.word', 'props.here': 'places.here' } },
          ),
          { flow: 'row', width: 'stretch', gap: '{space.xs}' },
        ),
        box('rest', { width: 'stretch', visible: false }),
        use(
          'action',
          'action',
          { tone: 'strong', height: 'compact' },
          { name: 'Action', bind: { 'props.text': 'button' } },
        ),
        icon('menu', '{color.deep}', {}, { icon: 'menu', size: '{size.tick}', visible: false }),
      ],
    ),
    rules: [
      rule({ button: { filled: false } }, { action: { visible: false } }),
      rule({ extent: 'narrow' }, { places: { visible: false }, ...each(['menu', 'rest'], { visible: true }) }),
      rule(
        null,
        { places: { visible: false }, ...each(['menu', 'rest'], { visible: true }), root: { paddingX: '{space.l}' } },
        { maxWidth: 600 },
      ),
    ],
  }),
  component({
    id: 'keel',
    name: 'Keel',
    role: 'contentinfo',
    family: 'Navigation',
    summary: 'What stands at the end of every page.',
    words: ['footer', 'bottom'],
    props: [
      textProp('name', 'Name', 'Skerry Line', 'The name of the site.', 'label'),
      textProp('body', 'Body', 'Ferries to every island, every day.', 'A line below.', 'supporting'),
      listProp(
        'places',
        'Places',
        [wordItem],
        [{ word: 'About' }, { word: 'Contact' }, { word: 'Terms' }],
        'One place each.',
        'items',
      ),
    ],
    tree: row('root', { fill: '{color.spray}', padding: '{space.xl}', gap: '{space.l}', wrap: true }, [
      box('texts', { width: 'stretch', minWidth: 180 }, [
        label('name', 'label', '{color.deep}', { bind: { text: 'name' } }, { width: 'stretch' }),
        label('body', 'small', '{color.slate}', { bind: { text: 'body' } }, { width: 'stretch' }),
      ]),
      series(
        'places',
        'places',
        use('link', 'text-link', { after: 'none' }, { name: 'Link', bind: { 'props.text': 'places.word' } }),
        { flow: 'row', gap: '{space.l}', wrap: true },
      ),
    ]),
  }),
];

const GUISES = [
  'head:Head:header',
  'words:Words:text',
  'two:Two lines:text-note',
  'figure:Figure:number',
  'tag:Tag:badge',
  'face:Face:avatar',
  'tick:Tick:checkbox',
  'option:Option:radio',
  'action:Action:button',
  'blank:Blank:empty',
];
const SPACINGS = ['airy:Airy:spacious', 'usual:Usual:regular', 'close:Close:compact', 'packed:Packed:dense'];
const spacing = (start: string, inherits: boolean): Part =>
  choiceProp(
    'spacing',
    'Spacing',
    start,
    SPACINGS,
    'How much room each line has.',
    'density',
    inherits ? { inherits } : {},
  );
const cellProps = [
  textProp('words', 'Words', '', 'What it says.', 'label'),
  textProp('under', 'Under', '', 'A line below, for two lines.', 'supporting'),
  choiceProp(
    'mood',
    'Mood',
    'calm',
    ['calm:Calm:neutral', 'well:All well:success', 'rough:Rough:danger'],
    'For tags: what it means.',
    'status',
  ),
  flagProp('set', 'Set', false, 'For ticks and options.', 'checked'),
];

/** Tables: one cell in many guises, columns made of cells, tables made of columns. */
export const data: readonly Part[] = [
  component({
    id: 'berth',
    name: 'Cell',
    role: 'cell',
    family: 'Data',
    summary: 'One cell of a table, in any guise.',
    words: ['table cell'],
    props: [
      ...cellProps,
      choiceProp('guise', 'Guise', 'words', GUISES, 'What it is made of.', 'guise', { inherits: true }),
      spacing('usual', true),
      flagProp('far', 'At the end', false, 'Its words stand at the end.', 'align-end'),
    ],
    tree: row(
      'root',
      {
        width: 'stretch',
        stroke: '{color.mist}',
        strokeSides: 'bottom',
        paddingX: '{space.m}',
        paddingY: '{space.s}',
        gap: '{space.s}',
        minHeight: '{size.control}',
      },
      [
        row(
          'box',
          {
            width: 20,
            height: 20,
            radius: 5,
            stroke: '{color.slate}',
            fill: '{color.cloud}',
            justify: 'center',
            shrink: 0,
            visible: false,
          },
          [icon('check', '{color.on-buoy}', {}, { icon: 'check', size: 15, visible: false })],
        ),
        row(
          'ring',
          {
            width: 20,
            height: 20,
            radius: '{corner.full}',
            stroke: '{color.slate}',
            fill: '{color.cloud}',
            justify: 'center',
            shrink: 0,
            visible: false,
          },
          [shape('dot', { shape: 'ellipse', width: 10, height: 10, fill: '{color.buoy}', visible: false })],
        ),
        row(
          'face',
          {
            width: 30,
            height: 30,
            radius: '{corner.full}',
            fill: '{color.navy}',
            justify: 'center',
            shrink: 0,
            visible: false,
          },
          [icon('person', '{color.on-navy}', {}, { icon: 'user', size: 16 })],
        ),
        box('texts', { width: 'stretch' }, [
          label('words', 'body', '{color.deep}', { bind: { text: 'words' } }, { width: 'stretch' }),
          label('under', 'small', '{color.slate}', { bind: { text: 'under' } }, { width: 'stretch' }),
        ]),
        use(
          'tag',
          'count',
          {},
          { name: 'Tag', bind: { 'props.text': 'words', 'props.mood': 'mood' }, attrs: { visible: false } },
        ),
        use(
          'action',
          'action',
          { height: 'compact' },
          { name: 'Action', bind: { 'props.text': 'words' }, attrs: { visible: false } },
        ),
      ],
    ),
    rules: [
      rule({ guise: ['words', 'figure', 'head', 'face', 'tick', 'option'] }, { under: { visible: false } }),
      rule(
        { guise: 'head' },
        {
          root: { fill: '{color.spray}', stroke: '{color.rope}' },
          words: { textStyle: 'small', color: '{color.slate}' },
        },
      ),
      rule({ guise: 'figure' }, { words: { textAlign: 'end' } }),
      rule({ far: true }, { words: { textAlign: 'end' } }),
      rule({ guise: ['tag', 'action', 'blank'] }, { texts: { visible: false } }),
      rule({ guise: 'tag' }, { tag: { visible: true } }),
      rule({ guise: 'action' }, { action: { visible: true } }),
      rule({ guise: 'face' }, { face: { visible: true } }),
      rule({ guise: 'tick' }, { box: { visible: true } }),
      rule({ guise: 'option' }, { ring: { visible: true } }),
      rule(
        { guise: 'tick', set: true },
        { box: { fill: '{color.buoy}', stroke: '{color.buoy}' }, check: { visible: true } },
      ),
      rule({ guise: 'option', set: true }, { dot: { visible: true } }),
      rule({ spacing: 'airy' }, { root: { minHeight: 64, paddingY: '{space.m}' } }),
      rule({ spacing: 'close' }, { root: { minHeight: 40, paddingY: '{space.xs}' } }),
      rule({ spacing: 'packed' }, { root: { minHeight: 30, paddingY: 2 }, words: { textStyle: 'small' } }),
    ],
  }),
  component({
    id: 'file',
    name: 'Column',
    role: 'column',
    family: 'Data',
    summary: 'One column of a table.',
    words: ['table column'],
    props: [
      textProp('head', 'Head', 'Column', 'What its cells are about.', 'label'),
      choiceProp('guise', 'Guise', 'words', GUISES, 'What its cells are made of.', 'guise'),
      spacing('usual', true),
      listProp(
        'cells',
        'Cells',
        cellProps,
        [{ words: 'First' }, { words: 'Second' }, { words: 'Third' }],
        'One cell a row.',
        'items',
      ),
    ],
    tree: box('root', { minWidth: 40 }, [
      use(
        'header',
        'berth',
        { guise: 'head' },
        { name: 'Header', bind: { 'props.words': 'head' }, attrs: { width: 'stretch' } },
      ),
      series(
        'cells',
        'cells',
        use(
          'cell',
          'berth',
          {},
          {
            name: 'Cell',
            bind: {
              'props.words': 'cells.words',
              'props.under': 'cells.under',
              'props.mood': 'cells.mood',
              'props.set': 'cells.set',
            },
            attrs: { width: 'stretch' },
          },
        ),
        { width: 'stretch' },
      ),
    ]),
    rules: [rule({ guise: 'figure' }, { header: { 'props.far': true } })],
  }),
  component({
    id: 'ledger',
    name: 'Table',
    role: 'table',
    family: 'Data',
    summary: 'Columns side by side, their rows in line.',
    words: ['data table', 'grid'],
    props: [spacing('airy', false), flagProp('framed', 'Framed', true, 'Has a line around it.', 'outlined')],
    slots: [neededSlot('columns', 'Columns', 'Columns, side by side.', ['column'])],
    tree: box('root', { stroke: '{color.mist}', radius: '{corner.soft}', fill: '{color.cloud}', clip: true }, [
      {
        id: 'columns',
        type: 'slot',
        slot: 'columns',
        attrs: { width: 'stretch', flow: 'row', align: 'stretch', shareRows: true },
      },
    ]),
    rules: [rule({ framed: false }, { root: { stroke: 'none', radius: 0 } })],
  }),
];
