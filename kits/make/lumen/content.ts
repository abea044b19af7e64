import {
  box,
  choiceProp,
  component,
  flagProp,
  icon,
  iconProp,
  imageProp,
  label,
  listProp,
  numberProp,
  picture,
  row,
  rule,
  series,
  shownAs,
  slot,
  slotOf,
  textProp,
  use,
  whenState,
  type Part,
} from '../write.js';
import { cardGrid, divider } from '../shared.js';
import { ring } from './actions.js';

const SIZES = ['small:Small:small', 'usual:Usual:medium', 'great:Great:large'];
/** What it ends with: as many plates as are wanted, the first lit. */
const plates = (start: readonly { readonly says: string; readonly lamp?: boolean }[], means: string): Part =>
  listProp(
    'plates',
    'Plates',
    [
      textProp('says', 'Says', 'Open', 'What happens.', 'label'),
      flagProp('lamp', 'Lamp lit', false, 'The one that matters.', 'primary'),
    ],
    start,
    'What can be pressed, one plate each.',
    means,
  );
const plateRow = (attrs: Part): Part =>
  series(
    'plates',
    'plates',
    use('plate', 'press', {}, { name: 'Plate', bind: { 'props.says': 'plates.says', 'props.lamp': 'plates.lamp' } }),
    attrs,
  );

/** What people read and look at. */
export const content: readonly Part[] = [
  component({
    id: 'heading',
    name: 'Heading',
    role: 'heading',
    family: 'To read',
    summary: 'Says what follows.',
    words: ['title', 'headline'],
    props: [
      textProp('says', 'Says', 'Where to, by morning?', 'What follows.', 'label'),
      choiceProp(
        'rank',
        'Rank',
        'station',
        ['poster:Poster:level-1', 'station:Station:level-2', 'compartment:Compartment:level-3'],
        'How large it is.',
        'level',
      ),
    ],
    tree: box('root', {}, [label('says', 'station', '{hue.word}', { bind: { text: 'says' } }, { width: 'stretch' })]),
    rules: [
      rule({ rank: 'poster' }, { says: { textStyle: 'poster' } }),
      rule({ rank: 'compartment' }, { says: { textStyle: 'compartment' } }),
    ],
  }),
  component({
    id: 'prose',
    name: 'Prose',
    role: 'text',
    family: 'To read',
    summary: 'A paragraph.',
    words: ['text', 'copy'],
    props: [
      textProp('says', 'Says', 'A sentence or two, in plain words.', 'What it says.', 'label'),
      flagProp('firm', 'Firm', false, 'Set in a strong weight.', 'strong'),
      flagProp('faint', 'Faint', false, 'Less important.', 'soft'),
      flagProp('fine', 'Fine print', false, 'Small, below something.', 'caption'),
    ],
    tree: box('root', {}, [label('says', 'page', '{hue.word}', { bind: { text: 'says' } }, { width: 'stretch' })]),
    rules: [
      rule({ faint: true }, { says: { color: '{hue.whisper}' } }),
      rule({ firm: true }, { says: { textStyle: 'sign' } }),
      rule({ fine: true }, { says: { textStyle: 'fine-print', color: '{hue.whisper}' } }),
    ],
  }),
  component({
    id: 'entry',
    name: 'Entry',
    role: 'listitem',
    family: 'To read',
    summary: 'One line of a list.',
    words: ['list item', 'row'],
    events: ['press'],
    states: ['focus', 'hover', 'pressed'],
    props: [
      textProp('says', 'Says', 'A train\nA line below', 'What it is; a second line says more.', 'label supporting'),
      textProp('aside', 'Aside', '', 'Words at the end.', 'detail'),
      iconProp('sign', 'Sign', 'train-front', 'Before the words.', 'leading-icon'),
      choiceProp(
        'goes',
        'Goes',
        'stays',
        ['stays:Stays:off', 'leads:Leads on:on'],
        'Shows that it leads on.',
        'leads-on',
      ),
      shownAs('light', ['focus', 'hover', 'pressed']),
    ],
    tree: box(
      'root',
      { stroke: '{hue.thread}', strokeSides: 'top', paddingY: '{pitch.gap}', minHeight: 60, justify: 'center' },
      [
        row('inner', { width: 'stretch', gap: '{pitch.gap}' }, [
          icon('sign', '{hue.lamp}', { bind: { icon: 'sign' } }, { size: '{gauge.sign}', shrink: 0 }),
          label('says', 'page', '{hue.word}', { bind: { text: 'says' } }, { width: 'stretch' }),
          label('aside', 'sign', '{hue.word}', { bind: { text: 'aside' } }),
          icon('on', '{hue.whisper}', {}, { icon: 'arrow-right', size: 18, visible: false, shrink: 0 }),
        ]),
      ],
    ),
    rules: [
      rule({ goes: 'leads' }, { on: { visible: true } }),
      whenState('focus', { root: ring }),
      whenState('hover', { root: { fill: '{hue.carriage}' } }),
      whenState('pressed', { root: { fill: '{hue.thread}' } }),
    ],
  }),
  component({
    id: 'panel',
    name: 'Panel',
    role: 'card',
    family: 'To read',
    summary: 'A square panel: words, room, plates.',
    words: ['card', 'tile'],
    props: [
      textProp('says', 'Says', 'Panel', 'What it is about.', 'label'),
      textProp('small', 'Small print', 'A short note', 'Says a little more.', 'supporting'),
      choiceProp('top', 'On top', 'nothing', ['nothing:Nothing:off', 'view:A view:on'], 'What stands on top.', 'media'),
      iconProp('sign', 'Sign', 'none', 'Beside the words.', 'leading-icon'),
      plates([], 'action-label dismiss-label'),
    ],
    slots: [slotOf('inside', 'Inside', 'Whatever belongs under the words.')],
    tree: box('root', { fill: '{hue.carriage}', stroke: '{hue.thread}' }, [
      picture('view', { width: 'stretch', height: 148, fill: '{hue.plush}', stroke: '{hue.seam}', visible: false }),
      box('inner', { width: 'stretch', padding: '{pitch.far}', gap: '{pitch.gap}' }, [
        row('words', { width: 'stretch', gap: '{pitch.near}', align: 'start' }, [
          box('lines', { width: 'stretch', gap: '{pitch.hair}' }, [
            label('says', 'compartment', '{hue.word}', { bind: { text: 'says' } }, { width: 'stretch' }),
            label('small', 'page', '{hue.whisper}', { bind: { text: 'small' } }, { width: 'stretch' }),
          ]),
          icon('sign', '{hue.lamp}', { bind: { icon: 'sign' } }, { size: '{gauge.square}', shrink: 0 }),
        ]),
        slot('inside', { gap: '{pitch.gap}' }),
        plateRow({ flow: 'row', wrap: true, gap: '{pitch.near}', width: 'stretch' }),
      ]),
    ]),
    rules: [
      rule({ top: 'view' }, { view: { visible: true } }),
      rule({ plates: { filled: false } }, { plates: { visible: false } }),
    ],
  }),
  cardGrid({ id: 'panels', name: 'Panels', words: ['cards', 'card row'], prop: ['across', 'Across'] }, '{pitch.far}'),
  divider(
    { id: 'seam', name: 'Seam', words: ['divider', 'line'], prop: ['bold', 'Bold'] },
    '{pitch.near}',
    '{hue.thread}',
    '{hue.seam}',
  ),
  component({
    id: 'view',
    name: 'View',
    role: 'img',
    family: 'To see',
    summary: 'A picture with square corners.',
    words: ['image', 'photo'],
    props: [
      imageProp('file', 'File', 'Which picture.', 'image'),
      choiceProp(
        'window',
        'Window',
        'wide',
        ['wide:Wide:wide', 'square:Square:square', 'tall:Tall:tall'],
        'Width against height.',
        'aspect',
      ),
      choiceProp(
        'shows',
        'Shows',
        'filled',
        ['filled:Filled:cover', 'all:All of it:contain'],
        'Fills its window, or shows whole.',
        'fit',
      ),
    ],
    tree: box('root', { minWidth: 40 }, [
      picture(
        'file',
        { width: 'stretch', aspect: 1.9, fill: '{hue.plush}', stroke: '{hue.seam}' },
        { bind: { asset: 'file' } },
      ),
    ]),
    rules: [
      rule({ window: 'square' }, { file: { aspect: 1 } }),
      rule({ window: 'tall' }, { file: { aspect: 0.7 } }),
      rule({ shows: 'all' }, { file: { fit: 'contain' } }),
    ],
  }),
  component({
    id: 'sign',
    name: 'Sign',
    role: 'icon',
    family: 'To see',
    summary: 'One sign of the whole set.',
    words: ['icon'],
    props: [
      iconProp('sign', 'Sign', 'train-front', 'Which sign.', 'icon'),
      choiceProp('size', 'Size', 'usual', SIZES, 'How large it is.', 'size'),
    ],
    tree: box('root', {}, [icon('sign', '{hue.word}', { bind: { icon: 'sign' } }, { size: '{gauge.square}' })]),
    rules: [rule({ size: 'small' }, { sign: { size: 16 } }), rule({ size: 'great' }, { sign: { size: 44 } })],
  }),
  component({
    id: 'guest',
    name: 'Guest',
    role: 'avatar',
    family: 'To see',
    summary: 'A person in a square.',
    words: ['avatar'],
    props: [
      textProp('letters', 'Letters', 'SK', 'One or two letters.', 'label'),
      imageProp('face', 'Face', 'A picture instead of letters.', 'image'),
      choiceProp('size', 'Size', 'usual', SIZES, 'How large it is.', 'size'),
    ],
    tree: box(
      'root',
      {
        width: 44,
        height: 44,
        fill: '{hue.livery}',
        stroke: '{hue.seam}',
        align: 'center',
        justify: 'center',
        clip: true,
        shrink: 0,
      },
      [
        label('letters', 'sign', '{hue.on-livery}', { bind: { text: 'letters' } }, { maxLines: 1 }),
        picture('face', { width: 'stretch', height: 'stretch', visible: false }, { bind: { asset: 'face' } }),
      ],
    ),
    rules: [
      rule({ face: { filled: true } }, { letters: { visible: false }, face: { visible: true } }),
      rule({ size: 'small' }, { root: { width: 32, height: 32 }, letters: { textStyle: 'fine-print' } }),
      rule({ size: 'great' }, { root: { width: 72, height: 72 }, letters: { textStyle: 'station' } }),
    ],
  }),
  component({
    id: 'mark',
    name: 'Mark',
    role: 'badge',
    family: 'To tell',
    summary: 'One word between two lines.',
    words: ['badge', 'tag'],
    props: [
      textProp('says', 'Says', 'Open', 'One word or a number.', 'label'),
      flagProp('green', 'Green', false, 'All is well.', 'success'),
      flagProp('red', 'Red', false, 'Something is not.', 'danger'),
      flagProp('lit', 'Lit', false, 'Louder than others.', 'strong'),
    ],
    tree: box(
      'root',
      { stroke: '{hue.seam}', strokeSides: 'y', paddingX: '{pitch.hair}', minHeight: 24, justify: 'center' },
      [label('says', 'fine-print', '{hue.word}', { bind: { text: 'says' } })],
    ),
    rules: [
      rule({ green: true }, { root: { stroke: '{hue.green-light}' }, says: { color: '{hue.green-light}' } }),
      rule({ red: true }, { root: { stroke: '{hue.red-light}' }, says: { color: '{hue.red-light}' } }),
      rule({ lit: true }, { root: { fill: '{hue.lamp}', stroke: '{hue.lamp}' }, says: { color: '{hue.on-lamp}' } }),
    ],
  }),
  component({
    id: 'word',
    name: 'Word from the guard',
    role: 'alert',
    family: 'To tell',
    summary: 'Something to know now.',
    words: ['notice', 'alert', 'message'],
    props: [
      textProp(
        'says',
        'Says',
        'Good to know',
        'What happened; the lines below say what to do about it.',
        'label supporting',
      ),
      flagProp('green', 'Green', false, 'All is well.', 'success'),
      flagProp('red', 'Red', false, 'Something is not.', 'danger'),
      textProp('way', 'Way', '', 'A way on below; empty for none.', 'action-label'),
    ],
    tree: box(
      'root',
      {
        stroke: '{hue.lamp}',
        strokeWidth: 4,
        strokeSides: 'left',
        fill: '{hue.carriage}',
        padding: '{pitch.far}',
        gap: '{pitch.near}',
      },
      [
        label('says', 'page', '{hue.word}', { bind: { text: 'says' } }, { width: 'stretch' }),
        use('way', 'way', {}, { name: 'Way', bind: { 'props.says': 'way' } }),
      ],
    ),
    rules: [
      rule({ way: { filled: false } }, { way: { visible: false } }),
      rule({ green: true }, { root: { stroke: '{hue.green-light}', fill: '{hue.green-glow}' } }),
      rule({ red: true }, { root: { stroke: '{hue.red-light}', fill: '{hue.red-glow}' } }),
    ],
  }),
  component({
    id: 'question',
    name: 'Question',
    role: 'dialog',
    family: 'To tell',
    summary: 'A question over the screen.',
    words: ['dialog'],
    props: [
      textProp('says', 'Says', 'One moment', 'The question.', 'label'),
      textProp('small', 'Small print', '', 'What follows from it.', 'supporting'),
      plates([{ says: 'Onward', lamp: true }, { says: 'Not now' }], 'action-label dismiss-label'),
    ],
    slots: [slotOf('inside', 'Inside', 'Anything the answer needs.')],
    tree: box(
      'root',
      { fill: '{hue.carriage}', stroke: '{hue.seam}', padding: '{pitch.wide}', gap: '{pitch.far}', minWidth: 240 },
      [
        label('says', 'station', '{hue.word}', { bind: { text: 'says' } }, { width: 'stretch' }),
        label('small', 'page', '{hue.whisper}', { bind: { text: 'small' } }, { width: 'stretch' }),
        slot('inside', { gap: '{pitch.gap}' }),
        series(
          'plates',
          'plates',
          use(
            'plate',
            'press',
            {},
            {
              name: 'Plate',
              bind: { 'props.says': 'plates.says', 'props.lamp': 'plates.lamp' },
              attrs: { width: 'stretch' },
            },
          ),
          { width: 'stretch', gap: '{pitch.near}' },
        ),
      ],
    ),
  }),
  component({
    id: 'journey',
    name: 'Journey',
    role: 'progressbar',
    family: 'To tell',
    summary: 'How far it is.',
    words: ['progress'],
    props: [
      numberProp('gone', 'Gone', 60, 'Per cent, 0 to 100.', 'value', { min: 0, max: 100 }),
      textProp('says', 'Says', '', 'Below the line.', 'label'),
    ],
    tree: box('root', { gap: '{pitch.hair}', minWidth: 80 }, [
      row('rail', { width: 'stretch', height: 4, fill: '{hue.seam}' }, [
        box('gone', { height: 4, fill: '{hue.lamp}' }, [], { bind: { share: 'gone' } }),
      ]),
      label('says', 'fine-print', '{hue.whisper}', { bind: { text: 'says' } }, { width: 'stretch' }),
    ]),
  }),
  component({
    id: 'hint',
    name: 'Hint',
    role: 'tooltip',
    family: 'To tell',
    summary: 'A word beside a thing.',
    words: ['tooltip'],
    props: [textProp('says', 'Says', 'What this is', 'The explanation.', 'label')],
    tree: box('root', {}, [
      box('slip', { fill: '{hue.livery}', stroke: '{hue.seam}', padding: '{pitch.near}', maxWidth: 240 }, [
        label('says', 'fine-print', '{hue.on-livery}', { bind: { text: 'says' } }),
      ]),
    ]),
  }),
  component({
    id: 'quiet',
    name: 'Quiet car',
    role: 'status',
    family: 'To tell',
    summary: 'What stands where nothing is yet.',
    words: ['empty state'],
    props: [
      iconProp('sign', 'Sign', 'moon', 'The sign on top.', 'leading-icon'),
      textProp('says', 'Says', 'Nothing tonight', 'What is missing.', 'label'),
      textProp('small', 'Small print', 'What belongs here.', 'How to get it.', 'supporting'),
      textProp('plate', 'Plate', 'Find a train', 'What can be done; empty for nothing.', 'action-label'),
    ],
    tree: box('root', { stroke: '{hue.thread}', padding: '{pitch.wide}', gap: '{pitch.gap}' }, [
      icon('sign', '{hue.lamp}', { bind: { icon: 'sign' } }, { size: 36 }),
      label('says', 'compartment', '{hue.word}', { bind: { text: 'says' } }, { width: 'stretch' }),
      label('small', 'page', '{hue.whisper}', { bind: { text: 'small' } }, { width: 'stretch' }),
      use('plate', 'press', { lamp: true }, { name: 'Plate', bind: { 'props.says': 'plate' } }),
    ]),
    rules: [rule({ plate: { filled: false } }, { plate: { visible: false } })],
  }),
  component({
    id: 'departures',
    name: 'Departure board',
    role: 'board',
    family: 'To tell',
    summary: 'Trains one below the other, as a board in a station has them.',
    words: ['departures', 'board'],
    props: [
      textProp('says', 'Says', 'Tonight', 'What the board is of.', 'label'),
      listProp(
        'rows',
        'Trains',
        [
          textProp('says', 'To', 'Hestness', 'Where to.', 'label'),
          textProp('aside', 'Leaves', '21:40', 'When.', 'detail'),
          flagProp('red', 'Late', false, 'It is late.', 'danger'),
        ],
        [
          { says: 'Hestness', aside: '21:40' },
          { says: 'Port Ellery', aside: '22:15', red: true },
          { says: 'Tarn Isle', aside: '23:05' },
        ],
        'One train each.',
        'items',
      ),
    ],
    tree: box('root', { fill: '{hue.livery}', padding: '{pitch.far}', gap: '{pitch.near}', minWidth: 160 }, [
      label('says', 'compartment', '{hue.on-livery}', { bind: { text: 'says' } }, { width: 'stretch' }),
      series(
        'rows',
        'rows',
        row('train', { width: 'stretch', gap: '{pitch.gap}', minHeight: 32 }, [
          label('to', 'sign', '{hue.on-livery}', { bind: { text: 'rows.says' } }, { width: 'stretch' }),
          label('leaves', 'sign', '{hue.on-livery}', { bind: { text: 'rows.aside' } }),
        ]),
        { width: 'stretch' },
      ),
    ]),
  }),
  component({
    id: 'quote',
    name: 'Overheard',
    role: 'quote',
    family: 'To read',
    summary: 'What a guest said.',
    words: ['quote', 'testimonial'],
    props: [
      textProp('says', 'Says', 'I slept through three stations, and did not mind.', 'What was said.', 'label'),
      textProp('small', 'Small print', 'A guest from Hestness', 'Who said it.', 'supporting'),
    ],
    tree: box('root', { stroke: '{hue.lamp}', strokeSides: 'top', paddingY: '{pitch.far}', gap: '{pitch.near}' }, [
      label('says', 'compartment', '{hue.word}', { bind: { text: 'says' } }, { width: 'stretch' }),
      label('small', 'fine-print', '{hue.whisper}', { bind: { text: 'small' } }, { width: 'stretch' }),
    ]),
  }),
  component({
    id: 'berths',
    name: 'Berth picker',
    role: 'berths',
    family: 'To fill in',
    summary: 'The berths of a compartment to choose from.',
    words: ['seat map', 'berth plan'],
    events: ['change'],
    props: [
      listProp(
        'rows',
        'Berths',
        [
          textProp('says', 'Says', '21', 'Its number.', 'label'),
          flagProp('lit', 'Lit', false, 'It is the one.', 'selected'),
        ],
        [{ says: '21' }, { says: '22', lit: true }, { says: '23' }, { says: '24' }],
        'One berth each.',
        'items',
      ),
      numberProp('across', 'Across', 2, 'How many side by side.', 'columns', { min: 1, max: 6 }),
    ],
    tree: box('root', { stroke: '{hue.seam}', padding: '{pitch.gap}', minWidth: 140 }, [
      box('floor', { width: 'stretch' }, [
        series(
          'rows',
          'rows',
          use(
            'berth',
            'token',
            {},
            {
              name: 'Berth',
              bind: { 'props.says': 'rows.says', 'props.lit': 'rows.lit' },
              attrs: { width: 'stretch' },
            },
          ),
          { flow: 'grid', columns: 2, gap: '{pitch.near}', width: 'stretch' },
        ),
      ]),
    ]),
    rules: [1, 2, 3, 4, 5, 6].map((n) => rule({ across: n }, { rows: { columns: n } })),
  }),
];
