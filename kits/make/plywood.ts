import { box, choiceProp, component, flagProp, group, iconProp, icon, icons, ICONS, label, row, rule, slot, slotOf, textProp, token, whenState, type Part } from './write.js';

/** The wireframe kit: bare paper, grey lines, square corners. Its names are the plainest there are. */
const tokens: Part = {
  color: group('color', {
    paper: token('#ffffff', 'page'), sheet: token('#f6f6f4', 'surface'), ink: token('#26262a', 'ink'), grey: token('#5d5d63', 'ink-soft'), line: token('#a3a3a8', 'line'), hair: token('#d6d6d9', 'line-soft'),
    block: token('#3a3a40', 'primary'), 'on-block': token('#ffffff', 'on-primary'), pale: token('#e7e7e9', 'primary-soft'), 'on-pale': token('#26262a', 'on-primary-soft'),
    stop: token('#7a2b2b', 'danger'), 'on-stop': token('#ffffff', 'on-danger'), 'stop-pale': token('#f3e6e6', 'danger-soft'), good: token('#2f5a3a', 'success'), 'good-pale': token('#e5efe7', 'success-soft'),
    press: token('#1d1d21', 'primary-pressed'), hover: token('#55555c', 'primary-hover'), off: token('#ececee', 'disabled'), 'on-off': token('#6e6e74', 'on-disabled'), ring: token('#26262a', 'focus'), mark: token('#8c8c92', 'bars'),
  }),
  space: group('dimension', { '1': token('4px', 'space-xs'), '2': token('8px', 'space-s'), '3': token('12px', 'gap'), '4': token('16px', 'space-m'), '5': token('24px', 'space-l'), '6': token('40px', 'space-xl') }),
  size: group('dimension', { control: token('44px', 'control'), small: token('32px', 'control-small'), large: token('52px', 'control-large'), bar: token('56px', 'bar'), glyph: token('20px', 'glyph'), dot: token('24px', 'check') }),
  corner: group('dimension', { none: token('0px', 'corner'), round: token('999px', 'corner-full') }),
  stroke: group('dimension', { thin: token('1px', 'hairline'), thick: token('2px', 'focus-line') }),
};

const textStyles: Part = {
  display: { name: 'Display', family: 'Public Sans', weight: 700, size: 32, lineHeight: 40, means: 'display' },
  title: { name: 'Title', family: 'Public Sans', weight: 700, size: 22, lineHeight: 28, means: 'title' },
  heading: { name: 'Heading', family: 'Public Sans', weight: 600, size: 17, lineHeight: 24, means: 'heading' },
  body: { name: 'Body', family: 'Public Sans', weight: 400, size: 15, lineHeight: 22, means: 'body' },
  strong: { name: 'Strong', family: 'Public Sans', weight: 600, size: 15, lineHeight: 22, means: 'label' },
  note: { name: 'Note', family: 'Public Sans', weight: 400, size: 13, lineHeight: 18, means: 'caption' },
};

/** Actions and what people type into. */
const basics: readonly Part[] = [
  component({
    id: 'button', name: 'Button', role: 'button', family: 'Actions', summary: 'Does something when pressed.', words: ['cta', 'submit'], events: ['press'], states: ['focus', 'hover', 'pressed', 'disabled'],
    props: [
      textProp('label', 'Label', 'Button', 'What happens when it is pressed.', 'label'),
      choiceProp('kind', 'Kind', 'main', ['main:Main:primary', 'plain:Plain:secondary', 'warning:Warning:danger'], 'How much weight it has.', 'tone'),
      choiceProp('size', 'Size', 'normal', ['little:Little:small', 'normal:Normal:medium', 'big:Big:large'], 'How tall it is.', 'size'),
      iconProp('icon', 'Icon', 'none', 'A drawing before the label.', 'leading-icon'),
      choiceProp('state', 'Shown as', 'rest', ['rest:At rest:rest', 'hover:Hover:hover', 'focus:Focus:focus', 'pressed:Pressed:pressed', 'disabled:Disabled:disabled'], 'The state it is drawn in.', 'state'),
    ],
    tree: row('root', { fill: '{color.block}', stroke: '{color.block}', minHeight: '{size.control}', paddingX: '{space.4}', paddingY: '{space.2}', gap: '{space.2}', justify: 'center' }, [
      icon('icon', '{color.on-block}', { bind: { icon: 'icon' } }, { size: '{size.glyph}' }),
      label('label', 'strong', '{color.on-block}', { bind: { text: 'label' } }, { textAlign: 'center' }),
    ]),
    rules: [
      rule({ kind: 'plain' }, { root: { fill: '{color.paper}', stroke: '{color.ink}' }, icon: { color: '{color.ink}' }, label: { color: '{color.ink}' } }),
      rule({ kind: 'warning' }, { root: { fill: '{color.stop}', stroke: '{color.stop}' }, icon: { color: '{color.on-stop}' }, label: { color: '{color.on-stop}' } }),
      rule({ size: 'little' }, { root: { minHeight: '{size.small}', paddingX: '{space.3}', paddingY: '{space.1}' }, label: { textStyle: 'note' } }),
      rule({ size: 'big' }, { root: { minHeight: '{size.large}', paddingX: '{space.5}' }, label: { textStyle: 'heading' } }),
      whenState('focus', { root: { stroke: '{color.ring}', strokeWidth: '{stroke.thick}' } }),
      whenState('hover', { root: { fill: '{color.hover}' } }, { kind: 'main' }),
      whenState('hover', { root: { fill: '{color.pale}' } }, { kind: 'plain' }),
      whenState('pressed', { root: { fill: '{color.press}' } }, { kind: 'main' }),
      whenState('pressed', { root: { fill: '{color.pale}' } }, { kind: 'plain' }),
      whenState('disabled', { root: { fill: '{color.off}', stroke: '{color.off}' }, label: { color: '{color.on-off}' }, icon: { color: '{color.on-off}' } }),
    ],
  }),
  component({
    id: 'field', name: 'Field', role: 'textbox', family: 'Inputs', summary: 'One line of text to fill in.', words: ['input', 'text field'], events: ['change'], states: ['focus', 'hover', 'disabled'],
    props: [
      textProp('label', 'Label', 'Field', 'What is asked for.', 'label'),
      textProp('value', 'Value', '', 'What is filled in.', 'value'),
      textProp('hint', 'Hint', 'Type here', 'Shown while it is empty.', 'placeholder'),
      textProp('note', 'Note', '', 'A line of help below.', 'supporting'),
      flagProp('wrong', 'Wrong', false, 'What was typed cannot be taken.', 'invalid'),
      iconProp('icon', 'Icon', 'none', 'A drawing before the value.', 'leading-icon'),
      choiceProp('state', 'Shown as', 'rest', ['rest:At rest:rest', 'hover:Hover:hover', 'focus:Focus:focus', 'disabled:Disabled:disabled'], 'The state it is drawn in.', 'state'),
    ],
    tree: box('root', { gap: '{space.1}', minWidth: 120 }, [
      label('label', 'note', '{color.ink}', { bind: { text: 'label' } }, { width: 'stretch' }),
      row('frame', { width: 'stretch', fill: '{color.paper}', stroke: '{color.line}', minHeight: '{size.control}', paddingX: '{space.3}', paddingY: '{space.2}', gap: '{space.2}' }, [
        icon('icon', '{color.grey}', { bind: { icon: 'icon' } }, { size: '{size.glyph}' }),
        label('value', 'body', '{color.ink}', { bind: { text: 'value' } }, { width: 'stretch', maxLines: 1 }),
        label('hint', 'body', '{color.grey}', { bind: { text: 'hint' } }, { width: 'stretch', maxLines: 1 }),
      ]),
      label('note', 'note', '{color.grey}', { bind: { text: 'note' } }, { width: 'stretch' }),
    ]),
    rules: [
      rule({ value: { filled: true } }, { hint: { visible: false } }),
      rule({ wrong: true }, { frame: { stroke: '{color.stop}', strokeWidth: '{stroke.thick}' }, note: { color: '{color.stop}' } }),
      whenState('focus', { frame: { stroke: '{color.ring}', strokeWidth: '{stroke.thick}' } }),
      whenState('hover', { frame: { stroke: '{color.ink}' } }),
      whenState('disabled', { frame: { fill: '{color.off}' }, value: { color: '{color.on-off}' } }),
    ],
  }),
  component({
    id: 'card', name: 'Card', role: 'card', family: 'Content', summary: 'A box of its own with a heading and room for anything.', words: ['tile'],
    props: [
      textProp('heading', 'Heading', 'Card', 'What it is about.', 'label'),
      textProp('text', 'Text', '', 'A line or two below the heading.', 'supporting'),
      textProp('action', 'Action', '', 'The label of its button; empty for none.', 'action-label'),
      flagProp('lined', 'Lined', true, 'Has a line around it.', 'outlined'),
    ],
    slots: [slotOf('inside', 'Inside', 'Anything: texts, fields, buttons, lists.')],
    tree: box('root', { fill: '{color.paper}', stroke: '{color.line}', padding: '{space.4}', gap: '{space.3}' }, [
      label('heading', 'heading', '{color.ink}', { bind: { text: 'heading' } }, { width: 'stretch' }),
      label('text', 'body', '{color.grey}', { bind: { text: 'text' } }, { width: 'stretch' }),
      slot('inside', { gap: '{space.3}' }),
      { id: 'action', type: 'instance', component: 'button', name: 'Button', props: { kind: 'plain' }, bind: { 'props.label': 'action' } },
    ]),
    rules: [rule({ lined: false }, { root: { stroke: 'none', fill: '{color.sheet}' } }), rule({ action: { filled: false } }, { action: { visible: false } })],
  }),
];

export const plywood: Part = {
  format: 'dekkor-kit/1', id: 'plywood', name: 'Plywood', version: '1.0.0', author: 'Dekkor', licence: 'MIT; font Public Sans OFL 1.1; icons ISC', fidelity: 'wireframe',
  summary: 'Wireframes: bare paper, grey lines, square corners.', notes: 'First version.', swatches: ['#ffffff', '#3a3a40', '#e7e7e9'],
  tokens, textStyles,
  fonts: [400, 600, 700].map((weight) => ({ family: 'Public Sans', weight, file: `fonts/PublicSans-${weight}.ttf` })),
  icons: icons(ICONS, 1.5),
  families: ['Actions', 'Inputs', 'Navigation', 'Content', 'Feedback', 'Data', 'Sections'],
  components: [...basics],
  templates: [],
};
