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
  neededSlot,
  row,
  rule,
  series,
  shownAs,
  textProp,
  use,
  whenState,
  type Part,
} from '../write.js';
import { PLACED } from '../shared.js';
import { ring } from './actions.js';

const saysItem = textProp('says', 'Says', 'Place', 'Its name.', 'label');
const signItem = iconProp('sign', 'Sign', 'train-front', 'Its sign.', 'leading-icon');
const litItem = flagProp('lit', 'Lit', false, 'Whether it is where one is.', 'selected');
const light = shownAs('light', PLACED);
const placed: readonly Part[] = [
  whenState('focus', { root: ring }),
  whenState('hover', { root: { fill: '{hue.thread}' } }),
  whenState('pressed', { root: { fill: '{hue.plush}' } }),
];

/** How people find their way. */
export const navigation: readonly Part[] = [
  component({
    id: 'headboard',
    name: 'Headboard',
    role: 'banner',
    family: 'To find the way',
    summary: 'The name of the screen in serif.',
    words: ['top bar', 'header'],
    props: [
      textProp('says', 'Says', 'Lumen', 'The name of the screen; a second line says more.', 'label supporting'),
      iconProp('fore', 'Fore sign', 'none', 'For instance back.', 'leading-icon'),
      iconProp('aft', 'Aft sign', 'none', 'For instance the account.', 'trailing-icon'),
      flagProp('centred', 'Centred', false, 'The name stands in the middle.', 'center'),
    ],
    tree: box(
      'root',
      {
        fill: '{hue.livery}',
        minHeight: '{gauge.head}',
        paddingX: '{pitch.far}',
        paddingY: '{pitch.near}',
        justify: 'center',
      },
      [
        row('inner', { width: 'stretch', gap: '{pitch.gap}' }, [
          icon('fore', '{hue.on-livery}', { bind: { icon: 'fore' } }, { size: '{gauge.square}', shrink: 0 }),
          label('says', 'compartment', '{hue.on-livery}', { bind: { text: 'says' } }, { width: 'stretch' }),
          icon('aft', '{hue.on-livery}', { bind: { icon: 'aft' } }, { size: '{gauge.square}', shrink: 0 }),
        ]),
      ],
    ),
    rules: [rule({ centred: true }, { says: { textAlign: 'center' } })],
  }),
  component({
    id: 'station',
    name: 'Station',
    role: 'tab',
    family: 'To find the way',
    summary: 'One of the stations below.',
    events: ['press'],
    states: PLACED,
    props: [saysItem, signItem, litItem, light],
    tree: box(
      'root',
      { align: 'center', gap: 2, paddingY: '{pitch.near}', minHeight: 60, justify: 'center', minWidth: 40 },
      [
        icon('sign', '{hue.whisper}', { bind: { icon: 'sign' } }, { size: '{gauge.sign}' }),
        label(
          'says',
          'fine-print',
          '{hue.whisper}',
          { bind: { text: 'says' } },
          { maxLines: 1, textAlign: 'center', width: 'stretch' },
        ),
        box('bar', { width: 24, height: 3, fill: 'none' }),
      ],
    ),
    rules: [
      rule({ lit: true }, { bar: { fill: '{hue.lamp}' }, ...each(['sign', 'says'], { color: '{hue.word}' }) }),
      ...placed,
    ],
  }),
  component({
    id: 'stations',
    name: 'Stations',
    role: 'tablist',
    family: 'To find the way',
    summary: 'The main places, along the bottom.',
    words: ['tab bar', 'bottom bar'],
    props: [
      listProp(
        'rows',
        'Stations',
        [saysItem, signItem, litItem],
        [
          { says: 'Book', sign: 'train-front', lit: true },
          { says: 'Trips', sign: 'luggage' },
          { says: 'Me', sign: 'user' },
        ],
        'One station each.',
        'items',
      ),
    ],
    tree: box('root', { fill: '{hue.carriage}', stroke: '{hue.thread}', strokeSides: 'top' }, [
      series(
        'rows',
        'rows',
        use(
          'station',
          'station',
          {},
          {
            name: 'Station',
            bind: { 'props.says': 'rows.says', 'props.sign': 'rows.sign', 'props.lit': 'rows.lit' },
            attrs: { width: 'stretch' },
          },
        ),
        { flow: 'row', width: 'stretch' },
      ),
    ]),
  }),
  component({
    id: 'compartment',
    name: 'Compartment',
    role: 'tab',
    family: 'To find the way',
    summary: 'One of several compartments.',
    events: ['press'],
    states: PLACED,
    props: [saysItem, litItem, light],
    tree: box(
      'root',
      { paddingX: '{pitch.gap}', minHeight: '{gauge.rail}', justify: 'center', stroke: 'none', strokeSides: 'bottom' },
      [label('says', 'sign', '{hue.whisper}', { bind: { text: 'says' } })],
    ),
    rules: [
      rule({ lit: true }, { root: { stroke: '{hue.lamp}', strokeWidth: 3 }, says: { color: '{hue.word}' } }),
      ...placed,
    ],
  }),
  component({
    id: 'compartments',
    name: 'Compartments',
    role: 'tabs',
    family: 'To find the way',
    summary: 'Compartments to switch between.',
    words: ['tabs'],
    props: [
      listProp(
        'rows',
        'Compartments',
        [saysItem, litItem],
        [{ says: 'Out', lit: true }, { says: 'Back' }],
        'One compartment each.',
        'items',
      ),
    ],
    tree: box('root', { stroke: '{hue.thread}', strokeSides: 'bottom' }, [
      series(
        'rows',
        'rows',
        use(
          'one',
          'compartment',
          {},
          { name: 'Compartment', bind: { 'props.says': 'rows.says', 'props.lit': 'rows.lit' } },
        ),
        { flow: 'row', wrap: true, width: 'stretch' },
      ),
    ]),
  }),
  component({
    id: 'door',
    name: 'Door',
    role: 'menuitem',
    family: 'To find the way',
    summary: 'One line of the corridor.',
    events: ['press'],
    states: PLACED,
    props: [saysItem, signItem, litItem, light],
    tree: row('root', { gap: '{pitch.gap}', paddingX: '{pitch.gap}', minHeight: '{gauge.rail}' }, [
      label('says', 'page', '{hue.word}', { bind: { text: 'says' } }, { width: 'stretch' }),
      icon('sign', '{hue.whisper}', { bind: { icon: 'sign' } }, { size: '{gauge.sign}', shrink: 0 }),
    ]),
    rules: [
      rule({ lit: true }, { root: { fill: '{hue.plush}' }, ...each(['says', 'sign'], { color: '{hue.on-plush}' }) }),
      ...placed,
    ],
  }),
  component({
    id: 'corridor',
    name: 'Corridor',
    role: 'menu',
    family: 'To find the way',
    summary: 'The main places, down the side.',
    words: ['side menu', 'sidebar'],
    props: [
      textProp('says', 'Says', 'Night desk', 'The name on top.', 'label'),
      listProp(
        'rows',
        'Doors',
        [saysItem, signItem, litItem],
        [
          { says: 'Trains', sign: 'train-front', lit: true },
          { says: 'Berths', sign: 'bed' },
          { says: 'Notices', sign: 'megaphone' },
        ],
        'One door each.',
        'items',
      ),
    ],
    tree: box(
      'root',
      { width: 236, stroke: '{hue.thread}', strokeSides: 'right', paddingY: '{pitch.far}', gap: '{pitch.near}' },
      [
        box('plate', { width: 'stretch', paddingX: '{pitch.gap}' }, [
          label('says', 'compartment', '{hue.word}', { bind: { text: 'says' } }, { width: 'stretch' }),
        ]),
        series(
          'rows',
          'rows',
          use(
            'door',
            'door',
            {},
            {
              name: 'Door',
              bind: { 'props.says': 'rows.says', 'props.sign': 'rows.sign', 'props.lit': 'rows.lit' },
              attrs: { width: 'stretch' },
            },
          ),
          { width: 'stretch' },
        ),
      ],
    ),
  }),
  component({
    id: 'upper-line',
    name: 'Upper line',
    role: 'navigation',
    family: 'To find the way',
    summary: 'The name of the line and its places.',
    words: ['navigation bar', 'site header'],
    props: [
      textProp('says', 'Says', 'Lumen Night Rail', 'The name of the site.', 'label'),
      listProp(
        'rows',
        'Places',
        [saysItem, litItem],
        [{ says: 'Trains', lit: true }, { says: 'Stations' }, { says: 'On board' }],
        'One place each.',
        'items',
      ),
      textProp('plate', 'Plate', '', 'The words of a plate; empty for none.', 'action-label'),
    ],
    tree: box(
      'root',
      {
        stroke: '{hue.thread}',
        strokeSides: 'bottom',
        paddingX: '{pitch.wide}',
        paddingY: '{pitch.near}',
        minHeight: 72,
        justify: 'center',
      },
      [
        row('inner', { width: 'stretch', gap: '{pitch.wide}', wrap: true }, [
          label('says', 'compartment', '{hue.word}', { bind: { text: 'says' } }, { width: 'stretch', minWidth: 140 }),
          series(
            'rows',
            'rows',
            use(
              'place',
              'compartment',
              {},
              { name: 'Place', bind: { 'props.says': 'rows.says', 'props.lit': 'rows.lit' } },
            ),
            { flow: 'row', wrap: true },
          ),
          use('plate', 'press', { lamp: true, slim: true }, { name: 'Plate', bind: { 'props.says': 'plate' } }),
        ]),
      ],
    ),
    rules: [
      rule({ plate: { filled: false } }, { plate: { visible: false } }),
      rule(null, { rows: { visible: false }, root: { paddingX: '{pitch.far}' } }, { maxWidth: 600 }),
    ],
  }),
  component({
    id: 'end-of-line',
    name: 'End of the line',
    role: 'contentinfo',
    family: 'To find the way',
    summary: 'What stands at the end of every page.',
    words: ['footer'],
    props: [
      textProp(
        'says',
        'Says',
        'Lumen Night Rail\nAsleep here, awake there.',
        'The name of the site; a second line says more.',
        'label supporting',
      ),
      listProp(
        'rows',
        'Ways',
        [saysItem],
        [{ says: 'About' }, { says: 'Contact' }, { says: 'Terms' }],
        'One way each.',
        'items',
      ),
    ],
    tree: box('root', { fill: '{hue.livery}', padding: '{pitch.wide}', gap: '{pitch.far}' }, [
      label('says', 'page', '{hue.on-livery}', { bind: { text: 'says' } }, { width: 'stretch' }),
      series(
        'rows',
        'rows',
        label('way', 'sign', '{hue.on-livery}', { bind: { text: 'rows.says' } }, { underline: true }),
        { flow: 'row', gap: '{pitch.far}', wrap: true, width: 'stretch' },
      ),
    ]),
  }),
];

const GUISES = [
  'top:Top:header',
  'words:Words:text',
  'two:Two lines:text-note',
  'sum:Sum:number',
  'mark:Mark:badge',
  'guest:Guest:avatar',
  'agree:Agree:checkbox',
  'plate:Plate:button',
  'nothing:Nothing:empty',
];
const cellProps = [
  textProp('says', 'Says', '', 'What it says.', 'label'),
  textProp('small', 'Small print', '', 'A line below, for two lines.', 'supporting'),
  choiceProp(
    'lamp',
    'Lamp',
    'plain',
    ['plain:Plain:neutral', 'green:Green:success', 'red:Red:danger'],
    'For marks: what it means.',
    'status',
  ),
  flagProp('agreed', 'Agreed', false, 'For ticks.', 'checked'),
];
const close = (inherits: boolean): Part =>
  choiceProp(
    'room',
    'Room',
    'usual',
    ['airy:Airy:spacious', 'usual:Usual:regular', 'close:Close:compact', 'tight:Tight:dense'],
    'How much room each line has.',
    'density',
    inherits ? { inherits } : {},
  );

/** Timetables: squares, columns, the whole. */
export const data: readonly Part[] = [
  component({
    id: 'square',
    name: 'Square',
    role: 'cell',
    family: 'To compare',
    summary: 'One square of a timetable, in any guise.',
    words: ['table cell'],
    props: [
      ...cellProps,
      choiceProp('guise', 'Guise', 'words', GUISES, 'What it is made of.', 'guise', { inherits: true }),
      close(true),
    ],
    tree: row(
      'root',
      {
        width: 'stretch',
        stroke: '{hue.thread}',
        strokeSides: 'bottom',
        paddingX: '{pitch.gap}',
        paddingY: '{pitch.near}',
        gap: '{pitch.near}',
        minHeight: '{gauge.rail}',
      },
      [
        box(
          'tick',
          {
            width: 18,
            height: 18,
            stroke: '{hue.seam}',
            align: 'center',
            justify: 'center',
            shrink: 0,
            visible: false,
          },
          [icon('check', '{hue.on-lamp}', {}, { icon: 'check', size: 14, visible: false })],
        ),
        use(
          'guest',
          'guest',
          { size: 'small' },
          { name: 'Guest', bind: { 'props.letters': 'small' }, attrs: { visible: false } },
        ),
        box('lines', { width: 'stretch' }, [
          label('says', 'page', '{hue.word}', { bind: { text: 'says' } }, { width: 'stretch' }),
          label('small', 'fine-print', '{hue.whisper}', { bind: { text: 'small' } }, { width: 'stretch' }),
        ]),
        use('mark', 'mark', {}, { name: 'Mark', bind: { 'props.says': 'says' }, attrs: { visible: false } }),
        use(
          'plate',
          'press',
          { slim: true },
          { name: 'Plate', bind: { 'props.says': 'says' }, attrs: { visible: false } },
        ),
      ],
    ),
    rules: [
      rule({ guise: ['words', 'sum', 'top', 'agree', 'guest'] }, { small: { visible: false } }),
      rule(
        { guise: 'top' },
        {
          root: { fill: '{hue.carriage}', stroke: '{hue.seam}' },
          says: { textStyle: 'fine-print', color: '{hue.whisper}' },
        },
      ),
      rule({ guise: 'sum' }, { says: { textAlign: 'end' } }),
      rule({ guise: ['mark', 'plate', 'nothing'] }, { lines: { visible: false } }),
      rule({ guise: 'mark' }, { mark: { visible: true } }),
      rule({ guise: 'mark', lamp: 'green' }, { mark: { 'props.green': true } }),
      rule({ guise: 'mark', lamp: 'red' }, { mark: { 'props.red': true } }),
      rule({ guise: 'plate' }, { plate: { visible: true } }),
      rule({ guise: 'guest' }, { guest: { visible: true } }),
      rule({ guise: 'agree' }, { tick: { visible: true } }),
      rule(
        { guise: 'agree', agreed: true },
        { tick: { fill: '{hue.lamp}', stroke: '{hue.lamp}' }, check: { visible: true } },
      ),
      rule({ room: 'airy' }, { root: { minHeight: 64 } }),
      rule({ room: 'close' }, { root: { minHeight: 40, paddingY: '{pitch.hair}' } }),
      rule({ room: 'tight' }, { root: { minHeight: 30, paddingY: 2 }, says: { textStyle: 'fine-print' } }),
    ],
  }),
  component({
    id: 'pillar',
    name: 'Pillar',
    role: 'column',
    family: 'To compare',
    summary: 'One column of a timetable.',
    words: ['table column'],
    props: [
      textProp('says', 'Says', 'Pillar', 'What its squares are about.', 'label'),
      choiceProp('guise', 'Guise', 'words', GUISES, 'What its squares are made of.', 'guise'),
      close(true),
      listProp(
        'rows',
        'Squares',
        cellProps,
        [{ says: 'First' }, { says: 'Second' }, { says: 'Third' }],
        'One square a row.',
        'items',
      ),
    ],
    tree: box('root', { minWidth: 40 }, [
      use(
        'top',
        'square',
        { guise: 'top' },
        { name: 'Top', bind: { 'props.says': 'says' }, attrs: { width: 'stretch' } },
      ),
      series(
        'rows',
        'rows',
        use(
          'square',
          'square',
          {},
          {
            name: 'Square',
            bind: {
              'props.says': 'rows.says',
              'props.small': 'rows.small',
              'props.lamp': 'rows.lamp',
              'props.agreed': 'rows.agreed',
            },
            attrs: { width: 'stretch' },
          },
        ),
        { width: 'stretch' },
      ),
    ]),
  }),
  component({
    id: 'timetable',
    name: 'Timetable',
    role: 'table',
    family: 'To compare',
    summary: 'Pillars side by side, their rows in line.',
    words: ['table', 'data table'],
    props: [close(false)],
    slots: [neededSlot('pillars', 'Pillars', 'Pillars, side by side.', ['column'])],
    tree: box('root', { stroke: '{hue.seam}', strokeSides: 'y' }, [
      {
        id: 'pillars',
        type: 'slot',
        slot: 'pillars',
        attrs: { width: 'stretch', flow: 'row', align: 'stretch', shareRows: true },
      },
    ]),
  }),
];
