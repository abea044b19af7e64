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
  numberProp,
  row,
  rule,
  series,
  shape,
  shownAs,
  textProp,
  use,
  whenState,
  type Part,
} from '../write.js';
import { PRESSED, TYPED } from '../shared.js';

export const ring = { stroke: '{hue.signal}', strokeWidth: '{gauge.signal}', strokeSides: 'all' };
const light = (states: readonly string[]): Part => shownAs('light', states);

/** Things to press: flags say what they are, not one choice. */
export const actions: readonly Part[] = [
  component({
    id: 'press',
    name: 'Press',
    role: 'button',
    family: 'To press',
    summary: 'A square plate to press.',
    words: ['button', 'cta'],
    events: ['press'],
    states: PRESSED,
    props: [
      textProp('says', 'Says', 'Onward', 'Say what happens next.', 'label'),
      flagProp('lamp', 'Lamp lit', false, 'The one that matters on a screen.', 'primary'),
      flagProp('stern', 'Stern', false, 'What it does cannot be undone.', 'danger'),
      flagProp('bare', 'Bare', false, 'No plate around its words.', 'tertiary'),
      flagProp('slim', 'Slim', false, 'Lower than usual.', 'small'),
      flagProp('broad', 'Broad', false, 'Taller than usual.', 'large'),
      iconProp('sign', 'Sign', 'none', 'A sign before the words.', 'leading-icon'),
      light(PRESSED),
    ],
    tree: box('root', {}, [
      row(
        'plate',
        {
          width: 'stretch',
          fill: '{hue.plush}',
          minHeight: '{gauge.rail}',
          paddingX: '{pitch.wide}',
          paddingY: '{pitch.near}',
          gap: '{pitch.near}',
          justify: 'center',
        },
        [
          icon('sign', '{hue.on-plush}', { bind: { icon: 'sign' } }, { size: '{gauge.sign}' }),
          label('says', 'sign', '{hue.on-plush}', { bind: { text: 'says' } }, { textAlign: 'center' }),
        ],
      ),
    ]),
    rules: [
      rule(
        { bare: true },
        { plate: { fill: 'none', paddingX: '{pitch.near}' }, ...each(['says', 'sign'], { color: '{hue.word}' }) },
      ),
      rule({ lamp: true }, { plate: { fill: '{hue.lamp}' }, ...each(['says', 'sign'], { color: '{hue.on-lamp}' }) }),
      rule(
        { stern: true },
        { plate: { fill: '{hue.red-light}' }, ...each(['says', 'sign'], { color: '{hue.on-red-light}' }) },
      ),
      rule(
        { slim: true },
        {
          plate: { minHeight: '{gauge.narrow}', paddingX: '{pitch.far}', paddingY: '{pitch.hair}' },
          says: { textStyle: 'fine-print' },
        },
      ),
      rule({ broad: true }, { plate: { minHeight: '{gauge.broad}' } }),
      whenState('focus', { plate: ring }),
      whenState('hover', { plate: { fill: '{hue.thread}' }, ...each(['says', 'sign'], { color: '{hue.word}' }) }),
      whenState(
        'hover',
        { plate: { fill: '{hue.lamp-near}' }, ...each(['says', 'sign'], { color: '{hue.on-lamp}' }) },
        { lamp: true },
      ),
      whenState('pressed', { plate: { fill: '{hue.carriage}' }, ...each(['says', 'sign'], { color: '{hue.word}' }) }),
      whenState(
        'pressed',
        { plate: { fill: '{hue.lamp-down}' }, ...each(['says', 'sign'], { color: '{hue.on-lamp}' }) },
        { lamp: true },
      ),
      whenState('disabled', { plate: { fill: '{hue.unlit}' }, ...each(['says', 'sign'], { color: '{hue.on-unlit}' }) }),
    ],
  }),
  component({
    id: 'sign-press',
    name: 'Sign press',
    role: 'iconbutton',
    family: 'To press',
    summary: 'A sign to press.',
    words: ['icon button'],
    events: ['press'],
    states: PRESSED,
    props: [
      iconProp('sign', 'Sign', 'plus', 'The sign.', 'icon'),
      textProp('aloud', 'Read aloud', 'Add', 'Read aloud; not shown.', 'accessible-name'),
      flagProp('lamp', 'Lamp lit', true, 'The one that matters.', 'primary'),
      light(PRESSED),
    ],
    tree: box(
      'root',
      { width: '{gauge.rail}', height: '{gauge.rail}', align: 'center', justify: 'center', fill: '{hue.plush}' },
      [icon('sign', '{hue.on-plush}', { bind: { icon: 'sign' } }, { size: '{gauge.sign}' })],
    ),
    rules: [
      rule({ lamp: true }, { root: { fill: '{hue.lamp}' }, sign: { color: '{hue.on-lamp}' } }),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{hue.lamp-near}' }, sign: { color: '{hue.on-lamp}' } }, { lamp: true }),
      whenState('hover', { root: { fill: '{hue.thread}' }, sign: { color: '{hue.word}' } }, { lamp: false }),
      whenState('pressed', { root: { fill: '{hue.lamp-down}' }, sign: { color: '{hue.on-lamp}' } }, { lamp: true }),
      whenState('pressed', { root: { fill: '{hue.carriage}' }, sign: { color: '{hue.word}' } }, { lamp: false }),
      whenState('disabled', { root: { fill: '{hue.unlit}' }, sign: { color: '{hue.on-unlit}' } }),
    ],
  }),
  component({
    id: 'way',
    name: 'Way',
    role: 'link',
    family: 'To press',
    summary: 'Underlined words that lead somewhere.',
    words: ['link'],
    events: ['press'],
    states: PRESSED,
    props: [textProp('says', 'Says', 'Read on', 'Where it leads.', 'label'), light(PRESSED)],
    tree: box('root', { minHeight: 24, justify: 'center' }, [
      label('says', 'sign', '{hue.way}', { bind: { text: 'says' } }, { underline: true }),
    ]),
    rules: [
      whenState('focus', { root: ring }),
      whenState('hover', { says: { color: '{hue.word}' } }),
      whenState('pressed', { says: { color: '{hue.whisper}' } }),
      whenState('disabled', { says: { color: '{hue.on-unlit}' } }),
    ],
  }),
];

const typed = [
  whenState('focus', { line: { stroke: '{hue.signal}', strokeWidth: '{gauge.signal}', strokeSides: 'all' } }),
  whenState('hover', { line: { stroke: '{hue.word}' } }),
  whenState('disabled', {
    line: { stroke: '{hue.thread}' },
    ...each(['says', 'holds', 'faint'], { color: '{hue.on-unlit}' }),
  }),
  rule({ holds: { filled: true } }, { faint: { visible: false } }),
  rule({ holds: { filled: false } }, { holds: { visible: false } }),
];
const lineProps = (says: string, faint: string): readonly Part[] => [
  textProp('says', 'Says', says, 'What is asked for, small above the line.', 'label'),
  textProp('holds', 'Holds', '', 'What is there.', 'value'),
  textProp('faint', 'Faint words', faint, 'Shown until something is there.', 'placeholder'),
];
/** Underlined, its caption above the line; no frame. */
const underlined = (after: readonly Part[]): Part =>
  box(
    'line',
    {
      width: 'stretch',
      stroke: '{hue.seam}',
      strokeSides: 'bottom',
      paddingY: '{pitch.hair}',
      minHeight: '{gauge.broad}',
      justify: 'end',
    },
    [
      label('says', 'fine-print', '{hue.whisper}', { bind: { text: 'says' } }, { width: 'stretch', maxLines: 1 }),
      row('inner', { width: 'stretch', gap: '{pitch.near}' }, [
        label('holds', 'page', '{hue.word}', { bind: { text: 'holds' } }, { width: 'stretch', maxLines: 1 }),
        label('faint', 'page', '{hue.whisper}', { bind: { text: 'faint' } }, { width: 'stretch', maxLines: 1 }),
        ...after,
      ]),
    ],
  );
const agreeTexts = [label('says', 'page', '{hue.word}', { bind: { text: 'says' } }, { width: 'stretch' })];
const agree = (
  mark: Part,
  on: string,
  name: string,
  start: boolean,
): Pick<Parameters<typeof component>[0], 'props' | 'tree'> => ({
  props: [
    textProp(
      'says',
      'Says',
      'I have read the rules of the night',
      'What it is about; a second line says more.',
      'label supporting',
    ),
    flagProp(on, name, start, 'Whether it is chosen.', 'checked'),
    light(TYPED),
  ],
  tree: row('root', { gap: '{pitch.gap}', minHeight: '{gauge.narrow}', align: 'start', paddingY: '{pitch.near}' }, [
    box('words', { width: 'stretch' }, agreeTexts),
    mark,
  ]),
});
const square = {
  width: '{gauge.square}',
  height: '{gauge.square}',
  stroke: '{hue.seam}',
  justify: 'center',
  shrink: 0,
};

/** What people fill in: underlined, the mark behind the words. */
export const inputs: readonly Part[] = [
  component({
    id: 'line',
    name: 'Line',
    role: 'textbox',
    family: 'To fill in',
    summary: 'Something to write on a line.',
    words: ['field', 'input'],
    events: ['change'],
    states: TYPED,
    props: [
      ...lineProps('Name', 'Write here'),
      textProp('fine', 'Fine print', '', 'Help below the line.', 'supporting'),
      choiceProp(
        'judged',
        'Judged',
        'fine',
        ['fine:Fine:off', 'refused:Refused:on'],
        'Whether it can be used.',
        'invalid',
      ),
      light(TYPED),
    ],
    tree: box('root', { gap: '{pitch.hair}', minWidth: 120 }, [
      underlined([]),
      label('fine', 'fine-print', '{hue.whisper}', { bind: { text: 'fine' } }, { width: 'stretch' }),
    ]),
    rules: [
      ...typed,
      rule(
        { judged: 'refused' },
        {
          line: { stroke: '{hue.red-light}', strokeWidth: '{gauge.signal}' },
          ...each(['says', 'fine'], { color: '{hue.red-light}' }),
        },
      ),
    ],
  }),
  component({
    id: 'pick-line',
    name: 'Pick line',
    role: 'combobox',
    family: 'To fill in',
    summary: 'One of several, behind a line.',
    words: ['select', 'dropdown'],
    events: ['change'],
    states: TYPED,
    props: [...lineProps('Class', 'Pick one'), light(TYPED)],
    tree: box('root', { minWidth: 120 }, [
      underlined([icon('down', '{hue.whisper}', {}, { icon: 'chevron-down', size: '{gauge.sign}', shrink: 0 })]),
    ]),
    rules: typed,
  }),
  component({
    id: 'seek',
    name: 'Seek',
    role: 'searchbox',
    family: 'To fill in',
    summary: 'Words to look for.',
    words: ['search'],
    events: ['change'],
    states: TYPED,
    props: [
      textProp('faint', 'Faint words', 'Search trains', 'Shown until something is written.', 'label'),
      textProp('holds', 'Holds', '', 'What is looked for.', 'value'),
      light(TYPED),
    ],
    tree: box('root', { minWidth: 120 }, [
      row(
        'line',
        {
          width: 'stretch',
          stroke: '{hue.seam}',
          strokeSides: 'bottom',
          minHeight: '{gauge.rail}',
          gap: '{pitch.near}',
        },
        [
          label('holds', 'page', '{hue.word}', { bind: { text: 'holds' } }, { width: 'stretch', maxLines: 1 }),
          label('faint', 'page', '{hue.whisper}', { bind: { text: 'faint' } }, { width: 'stretch', maxLines: 1 }),
          icon('glass', '{hue.whisper}', {}, { icon: 'search', size: '{gauge.sign}', shrink: 0 }),
        ],
      ),
    ]),
    rules: typed.map((r) => ({
      ...r,
      set: Object.fromEntries(Object.entries(r['set'] as Part).filter(([id]) => id !== 'says')),
    })),
  }),
  component({
    id: 'agree',
    name: 'Agree',
    role: 'checkbox',
    family: 'To fill in',
    summary: 'Yes or no.',
    words: ['checkbox'],
    events: ['change'],
    states: TYPED,
    ...agree(
      row('mark', square, [icon('tick', '{hue.on-lamp}', {}, { icon: 'check', size: 16, visible: false })]),
      'agreed',
      'Agreed',
      false,
    ),
    rules: [
      rule({ agreed: true }, { mark: { fill: '{hue.lamp}', stroke: '{hue.lamp}' }, tick: { visible: true } }),
      whenState('focus', { mark: ring }),
      whenState('hover', { mark: { stroke: '{hue.word}' } }),
      whenState('disabled', {
        mark: { stroke: '{hue.thread}', fill: '{hue.unlit}' },
        says: { color: '{hue.on-unlit}' },
      }),
    ],
  }),
  component({
    id: 'one-of',
    name: 'One of',
    role: 'radio',
    family: 'To fill in',
    summary: 'One of a few.',
    words: ['radio'],
    events: ['change'],
    states: TYPED,
    ...agree(
      row('mark', square, [
        shape('fill', { shape: 'ellipse', width: 10, height: 10, fill: '{hue.lamp}', visible: false }),
      ]),
      'taken',
      'Taken',
      false,
    ),
    rules: [
      rule({ taken: true }, { mark: { stroke: '{hue.lamp}', strokeWidth: '{gauge.signal}' }, fill: { visible: true } }),
      whenState('focus', { mark: ring }),
      whenState('hover', { mark: { stroke: '{hue.word}' } }),
      whenState('disabled', { mark: { stroke: '{hue.thread}' }, says: { color: '{hue.on-unlit}' } }),
    ],
  }),
  component({
    id: 'token',
    name: 'Token',
    role: 'chip',
    family: 'To fill in',
    summary: 'A small choice, words alone.',
    words: ['chip', 'filter'],
    events: ['press'],
    states: TYPED,
    props: [
      textProp('says', 'Says', 'Tonight', 'What is chosen.', 'label'),
      flagProp('lit', 'Lit', false, 'Whether it is on.', 'selected'),
      light(TYPED),
    ],
    tree: box(
      'root',
      { stroke: '{hue.seam}', minHeight: '{gauge.narrow}', paddingX: '{pitch.far}', justify: 'center' },
      [label('says', 'fine-print', '{hue.word}', { bind: { text: 'says' } })],
    ),
    rules: [
      rule({ lit: true }, { root: { fill: '{hue.lamp}', stroke: '{hue.lamp}' }, says: { color: '{hue.on-lamp}' } }),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{hue.thread}' } }, { lit: false }),
      whenState('disabled', {
        root: { fill: '{hue.unlit}', stroke: '{hue.unlit}' },
        says: { color: '{hue.on-unlit}' },
      }),
      whenState('disabled', { root: { stroke: '{hue.on-unlit}' } }, { lit: true }),
    ],
  }),
  component({
    id: 'tokens',
    name: 'Tokens',
    role: 'toolbar',
    family: 'To fill in',
    summary: 'Small choices side by side.',
    words: ['filters', 'chips'],
    events: ['change'],
    props: [
      listProp(
        'rows',
        'Tokens',
        [
          textProp('says', 'Says', 'Filter', 'What is chosen.', 'label'),
          flagProp('lit', 'Lit', false, 'Whether it is on.', 'selected'),
        ],
        [{ says: 'Tonight', lit: true }, { says: 'Tomorrow' }, { says: 'Later' }],
        'One token each.',
        'items',
      ),
    ],
    tree: box('root', {}, [
      box('shelf', { width: 'stretch' }, [
        series(
          'rows',
          'rows',
          use('token', 'token', {}, { name: 'Token', bind: { 'props.says': 'rows.says', 'props.lit': 'rows.lit' } }),
          { flow: 'row', gap: '{pitch.near}', wrap: true, width: 'stretch' },
        ),
      ]),
    ]),
  }),
  component({
    id: 'lamps',
    name: 'Lamps',
    role: 'meter',
    family: 'To fill in',
    summary: 'One to five lamps.',
    words: ['rating'],
    props: [
      numberProp('lit', 'Lit', 5, 'How many of five.', 'value', { min: 0, max: 5 }),
      textProp('says', 'Says', '', 'Before the lamps.', 'label'),
    ],
    tree: row('root', { gap: '{pitch.hair}', minHeight: 24, wrap: true }, [
      label('says', 'fine-print', '{hue.whisper}', { bind: { text: 'says' } }),
      ...[1, 2, 3, 4, 5].map((i) => icon(`l${i}`, '{hue.thread}', {}, { icon: 'star', size: '{gauge.sign}' })),
    ]),
    rules: [1, 2, 3, 4, 5].map((i) =>
      rule({ lit: [1, 2, 3, 4, 5].filter((n) => n >= i) }, { [`l${i}`]: { color: '{hue.brass}' } }),
    ),
  }),
  component({
    id: 'form',
    name: 'Form',
    role: 'form',
    family: 'To fill in',
    summary: 'Lines that belong together.',
    words: ['fieldset'],
    props: [
      textProp(
        'says',
        'Says',
        'Your journey',
        'What is to be filled in; a second line says what for.',
        'label supporting',
      ),
    ],
    slots: [neededSlot('inside', 'Inside', 'Lines and things to agree to.')],
    tree: box('root', { stroke: '{hue.thread}', strokeSides: 'top', paddingY: '{pitch.far}', gap: '{pitch.far}' }, [
      label('says', 'compartment', '{hue.word}', { bind: { text: 'says' } }, { width: 'stretch' }),
      { id: 'inside', type: 'slot', slot: 'inside', attrs: { width: 'stretch', gap: '{pitch.gap}' } },
    ]),
  }),
];
