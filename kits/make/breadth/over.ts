import {
  box,
  choiceProp,
  component,
  flagProp,
  iconProp,
  label,
  listProp,
  numberProp,
  row,
  rule,
  series,
  shape,
  slot,
  slotOf,
  textProp,
  use,
  type Part,
} from '../write.js';
import type { Dialect } from './dialect.js';
import { HAIR, INK, line, MAIN, more, PALE, says, sign, SOFT, TINT } from './plain.js';

const MOODS = ['neutral:Neutral:neutral', 'success:Good:success', 'danger:Bad:danger'];
const status = choiceProp('status', 'Kind', 'neutral', MOODS, 'How serious it is.', 'status');
const leading = (start: string): Part => ({
  id: 'sign',
  type: 'icon',
  attrs: { color: INK, size: start, shrink: 0 },
  bind: { icon: 'leading-icon' },
});
const mood = (part: string): readonly Part[] => [
  rule({ status: 'success' }, { [part]: { fill: '{@success-soft}' }, sign: { color: '{@success}' } }),
  rule({ status: 'danger' }, { [part]: { fill: '{@danger-soft}' }, sign: { color: '{@danger}' } }),
];
const bone = (id: string, attrs: Part): Part => box(id, { fill: HAIR, radius: '{@corner}', ...attrs });

/** What tells people how things are, in passing or over what they do. */
export const over = (d: Dialect): readonly Part[] => [
  component({
    id: 'popover',
    name: 'Popover',
    role: 'popover',
    family: 'Feedback',
    summary: 'A few words and an action beside a thing.',
    props: [
      says('Why two fares?', 'What it is about.'),
      more('The second sailing is shorter.', 'What to know.'),
      textProp('action-label', 'Action', 'Understood', 'The text of its action; empty for none.', 'action-label'),
    ],
    slots: [slotOf('content', 'Content', 'Anything that belongs beside the thing.')],
    tree: box('root', { ...d.sheet, padding: '{@space-m}', gap: '{@space-s}', minWidth: 180, maxWidth: 380 }, [
      line('label', '@label', INK, 'label'),
      line('text', '@body', SOFT, 'supporting'),
      slot('content', { gap: '{@gap}' }),
      use(
        'action',
        '@button',
        { tone: 'secondary', size: 'small' },
        { name: 'Action', bind: { 'props.label': 'action-label' } },
      ),
    ]),
    rules: [rule({ 'action-label': { filled: false } }, { action: { visible: false } })],
  }),
  component({
    id: 'toast',
    name: 'Toast',
    role: 'toast',
    family: 'Feedback',
    summary: 'Says in passing what was done.',
    props: [
      says('Saved to your trips', 'What was done.'),
      status,
      iconProp('leading-icon', 'Icon', 'success', 'Before its words.', 'leading-icon'),
      textProp('action-label', 'Action', 'Undo', 'What can be done about it; empty for nothing.', 'action-label'),
    ],
    tree: row(
      'root',
      { ...d.sheet, gap: '{@gap}', paddingX: '{@space-m}', paddingY: '{@space-s}', minHeight: '{@control-large}' },
      [
        leading('{@glyph}'),
        line('label', '@body', INK, 'label'),
        use(
          'action',
          '@link',
          { 'trailing-icon': 'none' },
          { name: 'Action', bind: { 'props.label': 'action-label' } },
        ),
      ],
    ),
    rules: [rule({ 'action-label': { filled: false } }, { action: { visible: false } }), ...mood('root')],
  }),
  component({
    id: 'announcement',
    name: 'Banner',
    role: 'announcement',
    family: 'Feedback',
    summary: 'One thing that all should know, across the page.',
    props: [
      says('Winter timetable from 1 November', 'What to know.'),
      status,
      iconProp('leading-icon', 'Icon', 'megaphone', 'Before its words.', 'leading-icon'),
      textProp('action-label', 'Link', 'See what changes', 'Where to read more; empty for nowhere.', 'action-label'),
    ],
    tree: row(
      'root',
      {
        fill: TINT,
        gap: '{@gap}',
        paddingX: '{@space-m}',
        paddingY: '{@space-s}',
        minHeight: '{@control}',
        wrap: true,
      },
      [
        {
          id: 'sign',
          type: 'icon',
          attrs: { color: '{@on-primary-soft}', size: '{@glyph}', shrink: 0 },
          bind: { icon: 'leading-icon' },
        },
        line('label', '@body', '{@on-primary-soft}', 'label', { minWidth: 120 }),
        use('action', '@link', { 'trailing-icon': 'none' }, { name: 'Link', bind: { 'props.label': 'action-label' } }),
      ],
    ),
    rules: [
      rule({ 'action-label': { filled: false } }, { action: { visible: false } }),
      rule(
        { status: 'success' },
        { root: { fill: '{@success-soft}' }, sign: { color: '{@success}' }, label: { color: INK } },
      ),
      rule(
        { status: 'danger' },
        { root: { fill: '{@danger-soft}' }, sign: { color: '{@danger}' }, label: { color: INK } },
      ),
    ],
  }),
  component({
    id: 'drawer',
    name: 'Drawer',
    role: 'drawer',
    family: 'Feedback',
    summary: 'A sheet from the side, over the screen.',
    props: [
      says('Filter sailings', 'What it is about.'),
      textProp('action-label', 'Action', 'Show 12', 'What it ends with; empty for none.', 'action-label'),
    ],
    slots: [slotOf('content', 'Content', 'What there is to do in it.', [], 'content', 1)],
    tree: box(
      'root',
      { fill: '{@page}', stroke: HAIR, padding: '{@space-l}', gap: '{@space-m}', minWidth: 240, minHeight: 320 },
      [
        row('head', { width: 'stretch', gap: '{@space-s}' }, [
          line('label', '@heading', INK, 'label'),
          sign('close', INK, 'x'),
        ]),
        slot('content', { gap: '{@gap}', grow: 1 }),
        use(
          'action',
          '@button',
          { tone: 'primary' },
          { name: 'Action', bind: { 'props.label': 'action-label' }, attrs: { width: 'stretch' } },
        ),
      ],
    ),
    rules: [rule({ 'action-label': { filled: false } }, { action: { visible: false } })],
  }),
  component({
    id: 'skeleton',
    name: 'Skeleton',
    role: 'skeleton',
    family: 'Feedback',
    summary: 'Where something will stand when it is there.',
    props: [
      choiceProp(
        'shape',
        'Of',
        'item',
        ['item:A line:item', 'card:A card:card', 'text:Text:text'],
        'What is to come.',
        'guise',
      ),
      textProp('accessible-name', 'Name', 'Loading', 'Read aloud; not shown.', 'accessible-name'),
    ],
    tree: row('root', { gap: '{@gap}', minWidth: 120, align: 'start' }, [
      bone('disc', { width: 44, height: 44, radius: '{@corner-full}', shrink: 0 }),
      box('lines', { width: 'stretch', gap: '{@space-s}' }, [
        bone('picture', { width: 'stretch', height: 120, visible: false }),
        bone('one', { height: 14, share: 60 }),
        bone('two', { height: 14, width: 'stretch' }),
        bone('three', { height: 14, share: 80, visible: false }),
      ]),
    ]),
    rules: [
      rule({ shape: 'card' }, { disc: { visible: false }, picture: { visible: true }, three: { visible: true } }),
      rule({ shape: 'text' }, { disc: { visible: false }, three: { visible: true } }),
    ],
  }),
  component({
    id: 'spinner',
    name: 'Spinner',
    role: 'spinner',
    family: 'Feedback',
    summary: 'Something is on its way.',
    props: [
      says('Looking for sailings', 'What for.'),
      numberProp('value', 'Turned', 70, 'How much of the ring shows, per cent.', 'value', { min: 5, max: 100 }),
    ],
    tree: row('root', { gap: '{@gap}', minHeight: 32 }, [
      box('place', { width: 28, height: 28, shrink: 0, flow: 'free' }, [
        shape('track', {
          shape: 'ring',
          values: '100',
          width: 28,
          height: 28,
          stroke: HAIR,
          strokeWidth: 4,
          x: 0,
          y: 0,
        }),
        {
          id: 'turn',
          type: 'shape',
          attrs: { shape: 'ring', width: 28, height: 28, stroke: MAIN, strokeWidth: 4, x: 0, y: 0 },
          bind: { values: 'value' },
        },
      ]),
      line('label', '@body', SOFT, 'label'),
    ]),
  }),
  component({
    id: 'avatars',
    name: 'Avatar group',
    role: 'avatargroup',
    family: 'Content',
    summary: 'Several people, side by side.',
    props: [
      listProp(
        'items',
        'People',
        [textProp('label', 'Letters', 'AL', 'One or two letters.', 'label')],
        [{ label: 'AL' }, { label: 'JN' }, { label: 'SK' }],
        'One person each.',
        'items',
      ),
      textProp('detail', 'And', '+4', 'How many more; empty for none.', 'detail'),
    ],
    tree: row('root', { gap: '{@space-xs}', wrap: true }, [
      series(
        'items',
        'items',
        use('person', '@avatar', { size: 'small' }, { name: 'Person', bind: { 'props.label': 'items.label' } }),
        { flow: 'row', gap: '{@space-xs}', wrap: true },
      ),
      label('detail', '@caption', SOFT, { bind: { text: 'detail' } }),
    ]),
  }),
  component({
    id: 'bubble',
    name: 'Chat bubble',
    role: 'chatbubble',
    family: 'Content',
    summary: 'One thing that somebody said.',
    props: [
      says('Is the 18:05 still sailing?', 'What was said.'),
      textProp('detail', 'When', '17:20', 'When it was said.', 'detail'),
      flagProp('own', 'Own', false, 'Said by the one who reads.', 'own'),
    ],
    tree: box('root', { align: 'start', minWidth: 80 }, [
      box(
        'cloud',
        { fill: PALE, radius: '{@corner-card}', padding: '{@space-s}', paddingX: '{@space-m}', gap: 2, maxWidth: 420 },
        [
          label('label', '@body', INK, { bind: { text: 'label' } }),
          label('detail', '@caption', SOFT, { bind: { text: 'detail' } }),
        ],
      ),
    ]),
    rules: [
      rule(
        { own: true },
        {
          root: { align: 'end' },
          cloud: { fill: TINT },
          label: { color: '{@on-primary-soft}' },
          detail: { color: '{@on-primary-soft}' },
        },
      ),
    ],
  }),
  component({
    id: 'chat',
    name: 'Chat',
    role: 'chat',
    family: 'Sections',
    summary: 'What was said, one after the other.',
    props: [
      listProp(
        'items',
        'Said',
        [
          says('Hello', 'What was said.'),
          textProp('detail', 'When', '17:20', 'When it was said.', 'detail'),
          flagProp('own', 'Own', false, 'Said by the one who reads.', 'own'),
        ],
        [
          { label: 'Is the 18:05 still sailing?', detail: '17:20', own: true },
          { label: 'Yes, an hour late. Your booking stays as it is.', detail: '17:21' },
          { label: 'Thank you!', detail: '17:22', own: true },
        ],
        'One thing each.',
        'items',
      ),
    ],
    tree: box('root', {}, [
      series(
        'items',
        'items',
        use(
          'said',
          '@bubble',
          {},
          {
            name: 'Said',
            bind: { 'props.label': 'items.label', 'props.detail': 'items.detail', 'props.own': 'items.own' },
            attrs: { width: 'stretch' },
          },
        ),
        { width: 'stretch', gap: '{@space-s}' },
      ),
    ]),
  }),
  component({
    id: 'comment',
    name: 'Comment',
    role: 'comment',
    family: 'Content',
    summary: 'What a person wrote about something.',
    props: [
      says('Jonas Nyberg', 'Who wrote it.'),
      textProp('detail', 'When', 'Yesterday', 'When it was written.', 'detail'),
      more('The window seats on the left see the skerries first.', 'What was written.'),
      textProp('letters', 'Letters', 'JN', 'One or two, in the circle.', 'letters'),
      textProp('action-label', 'Action', 'Answer', 'What can be done; empty for nothing.', 'action-label'),
    ],
    tree: row('root', { gap: '{@gap}', align: 'start', minWidth: 160 }, [
      use('person', '@avatar', { size: 'small' }, { name: 'Person', bind: { 'props.label': 'letters' } }),
      box('texts', { width: 'stretch', gap: '{@space-xs}' }, [
        box('head', { flow: 'row', wrap: true, gap: '{@space-s}', width: 'stretch', align: 'center' }, [
          label('label', '@label', INK, { bind: { text: 'label' } }),
          label('when', '@caption', SOFT, { bind: { text: 'detail' } }),
        ]),
        line('text', '@body', INK, 'supporting'),
        use(
          'action',
          '@link',
          { 'trailing-icon': 'none' },
          { name: 'Action', bind: { 'props.label': 'action-label' } },
        ),
      ]),
    ]),
    rules: [rule({ 'action-label': { filled: false } }, { action: { visible: false } })],
  }),
];
