import { box, each, flagProp, icon, label, row, shownAs, textProp, whenState, type Part } from '../write.js';

/** Parts that many of the common components are made of, in plain terms. */
export const INK = '{@ink}';
export const SOFT = '{@ink-soft}';
export const LINE = '{@line}';
export const HAIR = '{@line-soft}';
export const PAGE = '{@page}';
export const PALE = '{@surface}';
export const MAIN = '{@primary}';
export const ON_MAIN = '{@on-primary}';
export const TINT = '{@primary-soft}';
export const ON_TINT = '{@on-primary-soft}';
export const OFF = '{@on-disabled}';

export const PRESSED = ['focus', 'hover', 'pressed', 'disabled'];
export const TYPED = ['focus', 'hover', 'disabled'];
export const PLACED = ['focus', 'hover', 'pressed'];
export const ring = { stroke: '{@focus}', strokeWidth: '{@focus-line}', strokeSides: 'all' };

export const state = (states: readonly string[]): Part => shownAs('state', states);
export const says = (start: string, description: string): Part =>
  textProp('label', 'Label', start, description, 'label');
export const more = (start: string, description: string): Part =>
  textProp('supporting', 'Text', start, description, 'supporting');
export const chosen = flagProp('selected', 'Current', false, 'Whether it is the one.', 'selected');

/** Texts as wide as there is room. */
export const line = (id: string, style: string, color: string, prop: string, attrs: Part = {}): Part =>
  label(id, style, color, { bind: { text: prop } }, { width: 'stretch', ...attrs });
export const words = (id: string, style: string, color: string, text: string, attrs: Part = {}): Part =>
  label(id, style, color, {}, { text, ...attrs });
export const sign = (id: string, color: string, icon_: string, size: string | number = '{@glyph}'): Part =>
  icon(id, color, {}, { icon: icon_, size, shrink: 0 });

/** Something typed: its caption, its frame, what is in it, a line of help. */
export const entryProps = (caption: string, prompt: string, value = ''): readonly Part[] => [
  says(caption, 'What is asked for.'),
  textProp('value', 'Value', value, 'What is there.', 'value'),
  textProp('placeholder', 'Hint', prompt, 'Shown until something is there.', 'placeholder'),
  textProp('supporting', 'Note', '', 'One line of help below.', 'supporting'),
  flagProp('invalid', 'Wrong', false, 'What is there cannot be used.', 'invalid'),
  state(TYPED),
];
export const entry = (frame: Part, before: readonly Part[], after: readonly Part[], lines = 1): Part =>
  box('root', { gap: '{@space-xs}', minWidth: 140 }, [
    line('label', '@label', INK, 'label'),
    row(
      'frame',
      {
        width: 'stretch',
        minHeight: '{@control}',
        gap: '{@space-s}',
        ...frame,
        ...(lines > 1 ? { align: 'start' } : {}),
      },
      [
        ...before,
        line('value', '@body', INK, 'value', { maxLines: lines }),
        line('placeholder', '@body', SOFT, 'placeholder', { maxLines: lines }),
        ...after,
      ],
    ),
    line('note', '@caption', SOFT, 'supporting'),
  ]);
export const entryRules: readonly Part[] = [
  { when: { props: { value: { filled: true } } }, set: { placeholder: { visible: false } } },
  { when: { props: { value: { filled: false } } }, set: { value: { visible: false } } },
  {
    when: { props: { invalid: true } },
    // The caption tells it while the frame shows the focus.
    set: {
      frame: { stroke: '{@danger}', strokeWidth: '{@focus-line}' },
      ...each(['label', 'note'], { color: '{@danger}' }),
    },
  },
  whenState('focus', { frame: ring }),
  whenState('hover', { frame: { stroke: INK } }),
  whenState('disabled', {
    frame: { fill: '{@disabled}' },
    value: { color: OFF },
    placeholder: { color: OFF },
    label: { color: OFF },
  }),
];
/** What pressing does to the ground of a thing. `unless`: while that is so, its ground tells something else. */
export const pressed = (unless: Readonly<Record<string, boolean>> | null = null): readonly Part[] => {
  const free = unless && Object.fromEntries(Object.entries(unless).map(([prop, on]) => [prop, !on]));
  return [
    whenState('focus', { root: ring }),
    whenState('hover', { root: { fill: PALE } }, free),
    whenState('pressed', { root: { fill: TINT } }, free),
  ];
};
