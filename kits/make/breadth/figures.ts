import {
  box,
  choiceProp,
  component,
  flagProp,
  label,
  listProp,
  numberProp,
  row,
  rule,
  series,
  shape,
  slotOf,
  slot,
  textProp,
  use,
  type Part,
} from '../write.js';
import { HAIR, INK, line, MAIN, more, says, sign, SOFT } from './plain.js';

const numbers = (start: string): Part =>
  textProp('values', 'Numbers', start, 'Numbers with commas between them; a content set can give them.', 'numbers');
const frameOf = (inner: readonly Part[]): Part =>
  box('root', { gap: '{@space-s}', minWidth: 140 }, [
    line('label', '@label', INK, 'label'),
    ...inner,
    line('note', '@caption', SOFT, 'supporting'),
  ]);
const plot = (id: string, shape_: string, attrs: Part): Part => ({
  id,
  type: 'shape',
  attrs: { shape: shape_, width: 'stretch', height: 140, ...attrs },
  bind: { values: 'values' },
});
const axis = shape('axis', { shape: 'line', width: 'stretch', height: 1, stroke: HAIR });

/** Numbers as figures, and things in the order they happened. */
export const figures = (): readonly Part[] => [
  component({
    id: 'stat',
    name: 'Stat',
    role: 'stat',
    family: 'Data',
    summary: 'One number, and how it moved.',
    props: [
      says('Passengers today', 'What is counted.'),
      textProp('value', 'Number', '1,284', 'The number.', 'value'),
      textProp('detail', 'Trend', '12 % more than last week', 'How it moved, in words.', 'detail'),
      choiceProp(
        'status',
        'Moved',
        'success',
        ['neutral:Neutral:neutral', 'success:Good:success', 'danger:Bad:danger'],
        'What the move means.',
        'status',
      ),
      numbers('4, 6, 5, 8, 7, 9, 12'),
    ],
    tree: box(
      'root',
      {
        gap: '{@space-xs}',
        padding: '{@space-m}',
        stroke: HAIR,
        radius: '{@corner-card}',
        fill: '{@page}',
        minWidth: 140,
      },
      [
        line('label', '@caption', SOFT, 'label'),
        line('value', '@display', INK, 'value'),
        plot('curve', 'curve', { height: 32, stroke: MAIN, strokeWidth: 2 }),
        line('trend', '@caption', INK, 'detail'),
      ],
    ),
    rules: [
      rule({ status: 'success' }, { trend: { color: '{@success}' } }),
      rule({ status: 'danger' }, { trend: { color: '{@danger}' } }),
      rule({ values: { filled: false } }, { curve: { visible: false } }),
      rule({ detail: { filled: false } }, { trend: { visible: false } }),
    ],
  }),
  component({
    id: 'line-chart',
    name: 'Line chart',
    role: 'linechart',
    family: 'Data',
    summary: 'How something went on.',
    props: [
      says('Sailings on time', 'What it shows.'),
      numbers('62, 70, 66, 81, 88, 84, 92'),
      more('Per cent, May to November.', 'How to read it.'),
    ],
    tree: frameOf([plot('curve', 'curve', { stroke: MAIN, strokeWidth: 3 }), axis]),
  }),
  component({
    id: 'bar-chart',
    name: 'Bar chart',
    role: 'barchart',
    family: 'Data',
    summary: 'Amounts side by side.',
    props: [
      says('Cars by day', 'What it shows.'),
      numbers('120, 86, 94, 140, 210, 260, 180'),
      more('Monday to Sunday.', 'How to read it.'),
    ],
    tree: frameOf([plot('bars', 'bars', { fill: MAIN }), axis]),
  }),
  component({
    id: 'ring-chart',
    name: 'Ring chart',
    role: 'ringchart',
    family: 'Data',
    summary: 'A part of a whole.',
    props: [
      says('Cabins taken', 'What it shows.'),
      numberProp('values', 'Part', 64, 'Per cent, 0 to 100.', 'value', { min: 0, max: 100 }),
      textProp('detail', 'Reads', '64 %', 'The part in words.', 'detail'),
      more('32 of 50 on the Petrel.', 'How to read it.'),
    ],
    tree: frameOf([
      box('place', { width: 140, height: 140, flow: 'free', alignSelf: 'center' }, [
        shape('track', {
          shape: 'ring',
          values: '100',
          width: 140,
          height: 140,
          stroke: HAIR,
          strokeWidth: 18,
          x: 0,
          y: 0,
        }),
        {
          id: 'part',
          type: 'shape',
          attrs: { shape: 'ring', width: 140, height: 140, stroke: MAIN, strokeWidth: 18, x: 0, y: 0 },
          bind: { values: 'values' },
        },
        box('middle', { x: 20, y: 50, width: 100, height: 40, align: 'center', justify: 'center' }, [
          label('reads', '@title', INK, { bind: { text: 'detail' } }, { textAlign: 'center', maxLines: 1 }),
        ]),
      ]),
    ]),
  }),
  component({
    id: 'event',
    name: 'Event',
    role: 'event',
    family: 'Content',
    summary: 'One thing that happened, and when.',
    props: [
      says('Left Port Ellery', 'What happened.'),
      textProp('detail', 'When', '09:15', 'When it happened.', 'detail'),
      more('', 'Says more.'),
      flagProp('checked', 'Behind', true, 'It has happened.', 'checked'),
    ],
    tree: row('root', { gap: '{@gap}', align: 'start', paddingY: '{@space-s}' }, [
      label('when', '@caption', SOFT, { bind: { text: 'detail' } }, { minWidth: 48 }),
      shape('dot', { shape: 'ellipse', width: 14, height: 14, stroke: MAIN, strokeWidth: 2, shrink: 0 }),
      box('texts', { width: 'stretch' }, [
        line('label', '@label', INK, 'label'),
        line('text', '@caption', SOFT, 'supporting'),
      ]),
    ]),
    rules: [rule({ checked: true }, { dot: { fill: MAIN } })],
  }),
  component({
    id: 'timeline',
    name: 'Timeline',
    role: 'timeline',
    family: 'Content',
    summary: 'What happened, in order.',
    props: [
      listProp(
        'items',
        'Events',
        [
          says('Left Port Ellery', 'What happened.'),
          textProp('detail', 'When', '09:15', 'When it happened.', 'detail'),
          more('', 'Says more.'),
          flagProp('checked', 'Behind', true, 'It has happened.', 'checked'),
        ],
        [
          { label: 'Left Port Ellery', detail: '09:15', supporting: 'Quay 3' },
          { label: 'Passed Gull Holm', detail: '10:20' },
          { label: 'Arrives at Skerrow', detail: '11:40', supporting: 'North quay', checked: false },
        ],
        'One event each.',
        'items',
      ),
    ],
    tree: box('root', {}, [
      series(
        'items',
        'items',
        use(
          'event',
          '@event',
          {},
          {
            name: 'Event',
            bind: {
              'props.label': 'items.label',
              'props.detail': 'items.detail',
              'props.supporting': 'items.supporting',
              'props.checked': 'items.checked',
            },
            attrs: { width: 'stretch' },
          },
        ),
        { width: 'stretch' },
      ),
    ]),
  }),
  component({
    id: 'results',
    name: 'Search results',
    role: 'results',
    family: 'Sections',
    summary: 'What was found, with how much of it.',
    props: [
      says('12 sailings to Skerrow', 'What was found.'),
      more('Sorted by when they leave.', 'How it is sorted.'),
      flagProp('empty', 'None', false, 'Nothing was found.', 'empty'),
    ],
    slots: [
      slotOf('content', 'Results', 'List items or cards, one below the other.', ['listitem', 'card'], 'content', 1),
    ],
    tree: box('root', { gap: '{@space-s}', minWidth: 160 }, [
      line('label', '@heading', INK, 'label'),
      line('note', '@caption', SOFT, 'supporting'),
      slot('content', { gap: '{@space-xs}' }),
      box('none', { width: 'stretch', align: 'center', gap: '{@space-s}', padding: '{@space-l}' }, [
        sign('sign', SOFT, 'search', 28),
        label('sorry', '@body', SOFT, {}, { text: 'Nothing found. Try fewer words.', textAlign: 'center' }),
      ]),
    ]),
    rules: [
      rule({ empty: false }, { none: { visible: false } }),
      rule({ empty: true }, { content: { visible: false } }),
    ],
  }),
];
