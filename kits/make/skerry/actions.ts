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

const ring = { stroke: '{color.lamp}', strokeWidth: '{stroke.ring}' };
const TONES = ['strong:Strong:primary', 'quiet:Quiet:secondary', 'bare:Bare:tertiary', 'danger:Danger:danger'];
const HEIGHTS = ['compact:Compact:small', 'middle:Middle:medium', 'tall:Tall:large'];

/** Things to press. */
export const actions: readonly Part[] = [
  component({
    id: 'action',
    name: 'Action',
    role: 'button',
    family: 'Actions',
    summary: 'The thing to press.',
    words: ['button', 'cta', 'submit'],
    events: ['press'],
    states: PRESSED,
    props: [
      textProp('text', 'Text', 'Continue', 'Say what happens next.', 'label'),
      choiceProp('tone', 'Tone', 'quiet', TONES, 'How loudly it asks.', 'tone'),
      choiceProp('height', 'Height', 'middle', HEIGHTS, 'How tall it stands.', 'size'),
      iconProp('before', 'Icon first', 'none', 'An icon before the text.', 'leading-icon'),
      iconProp('after', 'Icon last', 'none', 'An icon after the text.', 'trailing-icon'),
      shownAs('shown', PRESSED),
    ],
    tree: row(
      'root',
      {
        fill: '{color.foam}',
        radius: '{corner.full}',
        minHeight: '{size.control}',
        paddingX: '{space.xl}',
        paddingY: '{space.s}',
        gap: '{space.s}',
        justify: 'center',
      },
      [
        icon('before', '{color.on-foam}', { bind: { icon: 'before' } }, { size: '{size.glyph}' }),
        label('text', 'label', '{color.on-foam}', { bind: { text: 'text' } }, { textAlign: 'center' }),
        icon('after', '{color.on-foam}', { bind: { icon: 'after' } }, { size: '{size.glyph}' }),
      ],
    ),
    rules: [
      rule(
        { tone: 'strong' },
        { root: { fill: '{color.buoy}' }, ...each(['text', 'before', 'after'], { color: '{color.on-buoy}' }) },
      ),
      rule(
        { tone: 'bare' },
        {
          root: { fill: 'none', paddingX: '{space.m}' },
          ...each(['text', 'before', 'after'], { color: '{color.deep}' }),
        },
      ),
      rule(
        { tone: 'danger' },
        { root: { fill: '{color.flare}' }, ...each(['text', 'before', 'after'], { color: '{color.on-flare}' }) },
      ),
      rule(
        { height: 'compact' },
        {
          root: { minHeight: '{size.compact}', paddingX: '{space.l}', paddingY: '{space.xs}' },
          text: { textStyle: 'small' },
        },
      ),
      rule({ height: 'tall' }, { root: { minHeight: '{size.tall}' }, text: { textStyle: 'subtitle' } }),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{color.mist}' } }),
      whenState('hover', { root: { fill: '{color.buoy-hover}' } }, { tone: 'strong' }),
      whenState('hover', { root: { fill: '{color.flare}' } }, { tone: 'danger' }),
      whenState('pressed', { root: { fill: '{color.rope}' } }),
      whenState('pressed', { root: { fill: '{color.buoy-pressed}' } }, { tone: ['strong', 'danger'] }),
      whenState('disabled', {
        root: { fill: '{color.still}' },
        ...each(['text', 'before', 'after'], { color: '{color.on-still}' }),
      }),
    ],
  }),
  component({
    id: 'round-action',
    name: 'Round action',
    role: 'iconbutton',
    family: 'Actions',
    summary: 'An icon to press.',
    words: ['icon button'],
    events: ['press'],
    states: PRESSED,
    props: [
      iconProp('glyph', 'Glyph', 'plus', 'The icon.', 'icon'),
      textProp('says', 'Says', 'Add', 'Read aloud; not shown.', 'accessible-name'),
      choiceProp(
        'tone',
        'Tone',
        'strong',
        ['strong:Strong:primary', 'quiet:Quiet:secondary'],
        'How loudly it asks.',
        'tone',
      ),
      shownAs('shown', PRESSED),
    ],
    tree: row(
      'root',
      {
        width: '{size.control}',
        height: '{size.control}',
        radius: '{corner.full}',
        fill: '{color.buoy}',
        justify: 'center',
      },
      [icon('glyph', '{color.on-buoy}', { bind: { icon: 'glyph' } }, { size: '{size.glyph}' })],
    ),
    rules: [
      rule({ tone: 'quiet' }, { root: { fill: '{color.foam}' }, glyph: { color: '{color.on-foam}' } }),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{color.buoy-hover}' } }, { tone: 'strong' }),
      whenState('hover', { root: { fill: '{color.mist}' } }, { tone: 'quiet' }),
      whenState('pressed', { root: { fill: '{color.buoy-pressed}' } }, { tone: 'strong' }),
      whenState('pressed', { root: { fill: '{color.rope}' } }, { tone: 'quiet' }),
      whenState('disabled', { root: { fill: '{color.still}' }, glyph: { color: '{color.on-still}' } }),
    ],
  }),
  component({
    id: 'text-link',
    name: 'Text link',
    role: 'link',
    family: 'Actions',
    summary: 'Words that lead somewhere.',
    words: ['link'],
    events: ['press'],
    states: PRESSED,
    props: [
      textProp('text', 'Text', 'Find out more', 'Where it leads.', 'label'),
      iconProp('after', 'Icon last', 'arrow-right', 'An icon after the text.', 'trailing-icon'),
      shownAs('shown', PRESSED),
    ],
    tree: row('root', { gap: '{space.xs}', minHeight: '{size.tick}' }, [
      label('text', 'label', '{color.navy-link}', { bind: { text: 'text' } }, { underline: true }),
      icon('after', '{color.navy-link}', { bind: { icon: 'after' } }, { size: 16 }),
    ]),
    rules: [
      whenState('focus', { root: ring }),
      whenState('hover', each(['text', 'after'], { color: '{color.buoy}' })),
      whenState('pressed', each(['text', 'after'], { color: '{color.buoy-pressed}' })),
      whenState('disabled', each(['text', 'after'], { color: '{color.on-still}' })),
    ],
  }),
];

const tickProps = (name: string, on: string, onName: string, start: boolean): readonly Part[] => [
  textProp('text', 'Text', name, 'What it is about.', 'label'),
  textProp('help', 'Help', '', 'One line of help below.', 'supporting'),
  flagProp(on, onName, start, 'Whether it is chosen.', 'checked'),
  shownAs('shown', TYPED),
];
const tickTexts = box('texts', { width: 'stretch' }, [
  label('text', 'body', '{color.deep}', { bind: { text: 'text' } }, { width: 'stretch' }),
  label('help', 'small', '{color.slate}', { bind: { text: 'help' } }, { width: 'stretch' }),
]);
const tickStates = (part: string): readonly Part[] => [
  whenState('focus', { [part]: ring }),
  whenState('hover', { [part]: { stroke: '{color.deep}' } }),
  whenState('disabled', {
    [part]: { stroke: '{color.still}', fill: '{color.still}' },
    text: { color: '{color.on-still}' },
  }),
];
const typedStates = [
  whenState('focus', { frame: ring }),
  whenState('hover', { frame: { stroke: '{color.deep}' } }),
  whenState('disabled', {
    frame: { fill: '{color.still}' },
    ...each(['content', 'caption', 'prompt'], { color: '{color.on-still}' }),
  }),
];
const entryProps = (caption: string, prompt: string): readonly Part[] => [
  textProp('caption', 'Caption', caption, 'What is asked for, shown small at the top.', 'label'),
  textProp('content', 'Content', '', 'What is there.', 'value'),
  textProp('prompt', 'Prompt', prompt, 'Shown until something is there.', 'placeholder'),
  textProp('help', 'Help', '', 'One line of help below.', 'supporting'),
];
const inside = box('inside', { width: 'stretch' }, [
  label('caption', 'small', '{color.slate}', { bind: { text: 'caption' } }, { width: 'stretch', maxLines: 1 }),
  label('content', 'label', '{color.deep}', { bind: { text: 'content' } }, { width: 'stretch', maxLines: 1 }),
  label('prompt', 'body', '{color.slate}', { bind: { text: 'prompt' } }, { width: 'stretch', maxLines: 1 }),
]);
const frame = {
  width: 'stretch',
  fill: '{color.cloud}',
  stroke: '{color.rope}',
  radius: '{corner.soft}',
  minHeight: '{size.tall}',
  paddingX: '{space.l}',
  paddingY: '{space.s}',
  gap: '{space.m}',
};

/** What people fill in and choose from. */
export const inputs: readonly Part[] = [
  component({
    id: 'entry',
    name: 'Entry',
    role: 'textbox',
    family: 'Inputs',
    summary: 'Something to type, with its caption inside.',
    words: ['field', 'input'],
    events: ['change'],
    states: TYPED,
    props: [
      ...entryProps('Label', 'Type here'),
      flagProp('error', 'Error', false, 'What was typed cannot be used.', 'invalid'),
      shownAs('shown', TYPED),
    ],
    tree: box('root', { gap: '{space.xs}', minWidth: 140 }, [
      row('frame', frame, [inside]),
      label('help', 'small', '{color.slate}', { bind: { text: 'help' } }, { width: 'stretch' }),
    ]),
    rules: [
      rule({ content: { filled: true } }, { prompt: { visible: false } }),
      rule(
        { error: true },
        {
          frame: { stroke: '{color.flare}', strokeWidth: '{stroke.ring}' },
          ...each(['caption', 'help'], { color: '{color.flare}' }),
        },
      ),
      ...typedStates,
    ],
  }),
  component({
    id: 'chooser',
    name: 'Chooser',
    role: 'combobox',
    family: 'Inputs',
    summary: 'One of several, from a list.',
    words: ['select', 'dropdown'],
    events: ['change'],
    states: TYPED,
    props: [...entryProps('Label', 'Pick one'), shownAs('shown', TYPED)],
    tree: box('root', { gap: '{space.xs}', minWidth: 140 }, [
      row('frame', frame, [inside, icon('arrow', '{color.slate}', {}, { icon: 'chevron-down', size: '{size.glyph}' })]),
      label('help', 'small', '{color.slate}', { bind: { text: 'help' } }, { width: 'stretch' }),
    ]),
    rules: [rule({ content: { filled: true } }, { prompt: { visible: false } }), ...typedStates],
  }),
  component({
    id: 'lookup',
    name: 'Lookup',
    role: 'searchbox',
    family: 'Inputs',
    summary: 'Words to look for.',
    words: ['search', 'find'],
    events: ['change'],
    states: TYPED,
    props: [
      textProp('prompt', 'Prompt', 'Search crossings', 'Shown until something is typed.', 'label'),
      textProp('content', 'Content', '', 'What is looked for.', 'value'),
      shownAs('shown', TYPED),
    ],
    tree: row(
      'root',
      {
        fill: '{color.spray}',
        radius: '{corner.full}',
        minHeight: '{size.control}',
        paddingX: '{space.l}',
        gap: '{space.s}',
        minWidth: 140,
      },
      [
        icon('glyph', '{color.slate}', {}, { icon: 'search', size: '{size.glyph}' }),
        label('content', 'body', '{color.deep}', { bind: { text: 'content' } }, { width: 'stretch', maxLines: 1 }),
        label('prompt', 'body', '{color.slate}', { bind: { text: 'prompt' } }, { width: 'stretch', maxLines: 1 }),
      ],
    ),
    rules: [
      rule({ content: { filled: true } }, { prompt: { visible: false } }),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{color.mist}' } }),
      whenState('disabled', {
        root: { fill: '{color.still}' },
        ...each(['content', 'prompt'], { color: '{color.on-still}' }),
      }),
    ],
  }),
  component({
    id: 'tick',
    name: 'Tick',
    role: 'checkbox',
    family: 'Inputs',
    summary: 'Yes or no.',
    words: ['checkbox'],
    events: ['change'],
    states: TYPED,
    props: tickProps('I have read this', 'set', 'Set', false),
    tree: row('root', { gap: '{space.m}', minHeight: '{size.compact}', align: 'center' }, [
      row(
        'mark',
        {
          width: '{size.tick}',
          height: '{size.tick}',
          radius: 6,
          stroke: '{color.slate}',
          fill: '{color.cloud}',
          justify: 'center',
          shrink: 0,
        },
        [icon('check', '{color.on-buoy}', {}, { icon: 'check', size: 18, visible: false })],
      ),
      tickTexts,
    ]),
    rules: [
      rule({ set: true }, { mark: { fill: '{color.buoy}', stroke: '{color.buoy}' }, check: { visible: true } }),
      ...tickStates('mark'),
    ],
  }),
  component({
    id: 'option',
    name: 'Option',
    role: 'radio',
    family: 'Inputs',
    summary: 'One of a few.',
    words: ['radio'],
    events: ['change'],
    states: TYPED,
    props: tickProps('An option', 'picked', 'Picked', false),
    tree: row('root', { gap: '{space.m}', minHeight: '{size.compact}', align: 'center' }, [
      row(
        'mark',
        {
          width: '{size.tick}',
          height: '{size.tick}',
          radius: '{corner.full}',
          stroke: '{color.slate}',
          fill: '{color.cloud}',
          justify: 'center',
          shrink: 0,
        },
        [shape('dot', { shape: 'ellipse', width: 12, height: 12, fill: '{color.buoy}', visible: false })],
      ),
      tickTexts,
    ]),
    rules: [
      rule(
        { picked: true },
        { mark: { stroke: '{color.buoy}', strokeWidth: '{stroke.ring}' }, dot: { visible: true } },
      ),
      ...tickStates('mark'),
    ],
  }),
  component({
    id: 'toggle',
    name: 'Toggle',
    role: 'switch',
    family: 'Inputs',
    summary: 'On or off, at once.',
    words: ['switch'],
    events: ['change'],
    states: TYPED,
    props: tickProps('Remind me', 'running', 'Running', true),
    tree: row('root', { gap: '{space.m}', minHeight: '{size.compact}', align: 'center' }, [
      tickTexts,
      row(
        'mark',
        {
          width: 48,
          height: 28,
          radius: '{corner.full}',
          stroke: '{color.slate}',
          fill: '{color.cloud}',
          padding: 4,
          shrink: 0,
        },
        [shape('knob', { shape: 'ellipse', width: 20, height: 20, fill: '{color.slate}' })],
      ),
    ]),
    rules: [
      rule(
        { running: true },
        { mark: { fill: '{color.kelp}', stroke: '{color.kelp}', justify: 'end' }, knob: { fill: '{color.on-buoy}' } },
      ),
      ...tickStates('mark'),
    ],
  }),
  component({
    id: 'pill',
    name: 'Pill',
    role: 'chip',
    family: 'Inputs',
    summary: 'A small choice.',
    words: ['chip', 'filter', 'tag'],
    events: ['press'],
    states: TYPED,
    props: [
      textProp('text', 'Text', 'Today', 'What is chosen.', 'label'),
      flagProp('active', 'Active', false, 'Whether it is on.', 'selected'),
      shownAs('shown', TYPED),
    ],
    tree: row(
      'root',
      {
        fill: '{color.foam}',
        radius: '{corner.full}',
        minHeight: '{size.compact}',
        paddingX: '{space.l}',
        gap: '{space.xs}',
      },
      [label('text', 'small', '{color.on-foam}', { bind: { text: 'text' } })],
    ),
    rules: [
      rule({ active: true }, { root: { fill: '{color.navy}' }, text: { color: '{color.on-navy}' } }),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{color.mist}' } }, { active: false }),
      whenState('disabled', { root: { fill: '{color.still}' }, text: { color: '{color.on-still}' } }),
      whenState('disabled', { root: { stroke: '{color.on-still}' } }, { active: true }),
    ],
  }),
  component({
    id: 'pill-row',
    name: 'Pill row',
    role: 'toolbar',
    family: 'Inputs',
    summary: 'Pills side by side.',
    words: ['filters', 'filter row', 'chips'],
    events: ['change'],
    props: [
      listProp(
        'pills',
        'Pills',
        [
          textProp('text', 'Text', 'Filter', 'What is chosen.', 'label'),
          flagProp('active', 'Active', false, 'Whether it is on.', 'selected'),
        ],
        [{ text: 'Today', active: true }, { text: 'Fri 27' }, { text: 'Sat 28' }],
        'One pill each.',
        'items',
      ),
    ],
    tree: box('root', {}, [
      series(
        'pills',
        'pills',
        use('pill', 'pill', {}, { name: 'Pill', bind: { 'props.text': 'pills.text', 'props.active': 'pills.active' } }),
        {
          flow: 'row',
          gap: '{space.s}',
          wrap: true,
          width: 'stretch',
        },
      ),
    ]),
  }),
  component({
    id: 'stars',
    name: 'Stars',
    role: 'meter',
    family: 'Inputs',
    summary: 'One to five stars.',
    words: ['rating', 'score'],
    events: ['change'],
    props: [
      numberProp('score', 'Score', 5, 'How many of five.', 'value', { min: 0, max: 5 }),
      textProp('words', 'Words', '', 'Behind the stars.', 'label'),
    ],
    tree: row('root', { gap: 2, minHeight: '{size.tick}' }, [
      ...[1, 2, 3, 4, 5].map((i) => icon(`s${i}`, '{color.mist}', {}, { icon: 'star', size: '{size.glyph}' })),
      label('words', 'small', '{color.slate}', { bind: { text: 'words' } }, { paddingLeft: '{space.xs}' }),
    ]),
    rules: [1, 2, 3, 4, 5].map((i) =>
      rule({ score: [1, 2, 3, 4, 5].filter((n) => n >= i) }, { [`s${i}`]: { color: '{color.gold}' } }),
    ),
  }),
  component({
    id: 'form-part',
    name: 'Form part',
    role: 'form',
    family: 'Inputs',
    summary: 'Entries that belong together.',
    words: ['fieldset', 'form group', 'form'],
    props: [
      textProp('title', 'Title', 'Details', 'What is to be filled in.', 'label'),
      textProp('help', 'Help', '', 'Says what for.', 'supporting'),
    ],
    slots: [neededSlot('entries', 'Entries', 'Entries, choosers, ticks.')],
    tree: box('root', { gap: '{space.l}' }, [
      label('title', 'subtitle', '{color.deep}', { bind: { text: 'title' } }, { width: 'stretch' }),
      label('help', 'body', '{color.slate}', { bind: { text: 'help' } }, { width: 'stretch' }),
      slot('entries', { gap: '{space.m}' }),
    ]),
  }),
];
