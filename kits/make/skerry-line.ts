import { box, choiceProp, component, flagProp, group, icon, iconProp, icons, ICONS, label, row, rule, slot, slotOf, textProp, token, whenState, type Part } from './write.js';

/** The ferry brand: deep navy, buoy red, rounded. */
const tokens: Part = {
  color: group('color', {
    cloud: token('#ffffff', 'page'), spray: token('#eef5f9', 'surface'), deep: token('#0b2f4e', 'ink'), slate: token('#49647a', 'ink-soft'), rope: token('#a9bfcd', 'line'), mist: token('#dbe6ed', 'line-soft'),
    buoy: token('#c9331f', 'primary'), 'on-buoy': token('#ffffff', 'on-primary'), foam: token('#e2eef5', 'primary-soft'), 'on-foam': token('#0b2f4e', 'on-primary-soft'),
    flare: token('#9c1748', 'danger'), 'on-flare': token('#ffffff', 'on-danger'), blush: token('#fbe7ee', 'danger-soft'), kelp: token('#1c6147', 'success'), 'kelp-soft': token('#e0f1ea', 'success-soft'),
    navy: token('#0b2f4e', 'brand'), 'on-navy': token('#ffffff', 'on-brand'), 'buoy-hover': token('#b02a18', 'primary-hover'), 'buoy-pressed': token('#8f2012', 'primary-pressed'),
    still: token('#e6ecf0', 'disabled'), 'on-still': token('#566d7e', 'on-disabled'), lamp: token('#1d6fb8', 'focus'),
  }),
  space: group('dimension', { xs: token('4px', 'space-xs'), s: token('8px', 'space-s'), m: token('12px', 'gap'), l: token('16px', 'space-m'), xl: token('24px', 'space-l'), xxl: token('40px', 'space-xl') }),
  size: group('dimension', { control: token('48px', 'control'), compact: token('36px', 'control-small'), tall: token('56px', 'control-large'), bar: token('60px', 'bar'), glyph: token('20px', 'glyph'), tick: token('24px', 'check') }),
  corner: group('dimension', { soft: token('10px', 'corner'), card: token('16px', 'corner-card'), full: token('999px', 'corner-full') }),
  stroke: group('dimension', { hair: token('1px', 'hairline'), ring: token('2px', 'focus-line') }),
  shadow: group('shadow', { low: token({ color: '#0b2f4e1f', offsetX: '0px', offsetY: '2px', blur: '8px', spread: '0px' }, 'raised') }),
};

const textStyles: Part = {
  hero: { name: 'Hero', family: 'Figtree', weight: 700, size: 36, lineHeight: 42, means: 'display' },
  title: { name: 'Title', family: 'Figtree', weight: 700, size: 24, lineHeight: 30, means: 'title' },
  subtitle: { name: 'Subtitle', family: 'Figtree', weight: 700, size: 18, lineHeight: 24, means: 'heading' },
  body: { name: 'Body', family: 'Figtree', weight: 400, size: 16, lineHeight: 24, means: 'body' },
  label: { name: 'Label', family: 'Figtree', weight: 600, size: 16, lineHeight: 22, means: 'label' },
  small: { name: 'Small', family: 'Figtree', weight: 400, size: 14, lineHeight: 20, means: 'caption' },
};

const basics: readonly Part[] = [
  component({
    id: 'action', name: 'Action', role: 'button', family: 'Actions', summary: 'The thing to press.', words: ['button', 'cta', 'submit'], events: ['press'], states: ['focus', 'hover', 'pressed', 'disabled'],
    props: [
      textProp('text', 'Text', 'Continue', 'Say what happens next.', 'label'),
      choiceProp('tone', 'Tone', 'quiet', ['strong:Strong:primary', 'quiet:Quiet:secondary', 'bare:Bare:tertiary', 'danger:Danger:danger'], 'How loudly it asks.', 'tone'),
      choiceProp('height', 'Height', 'middle', ['compact:Compact:small', 'middle:Middle:medium', 'tall:Tall:large'], 'How tall it stands.', 'size'),
      iconProp('before', 'Icon first', 'none', 'An icon before the text.', 'leading-icon'),
      iconProp('after', 'Icon last', 'none', 'An icon after the text.', 'trailing-icon'),
      choiceProp('shown', 'Shown as', 'rest', ['rest:At rest:rest', 'hover:Hover:hover', 'focus:Focus:focus', 'pressed:Pressed:pressed', 'disabled:Disabled:disabled'], 'The state it is drawn in.', 'state'),
    ],
    tree: row('root', { fill: '{color.foam}', radius: '{corner.full}', minHeight: '{size.control}', paddingX: '{space.xl}', paddingY: '{space.s}', gap: '{space.s}', justify: 'center' }, [
      icon('before', '{color.on-foam}', { bind: { icon: 'before' } }, { size: '{size.glyph}' }),
      label('text', 'label', '{color.on-foam}', { bind: { text: 'text' } }, { textAlign: 'center' }),
      icon('after', '{color.on-foam}', { bind: { icon: 'after' } }, { size: '{size.glyph}' }),
    ]),
    rules: [
      rule({ tone: 'strong' }, { root: { fill: '{color.buoy}' }, text: { color: '{color.on-buoy}' }, before: { color: '{color.on-buoy}' }, after: { color: '{color.on-buoy}' } }),
      rule({ tone: 'bare' }, { root: { fill: 'none' }, text: { color: '{color.deep}' } }),
      rule({ tone: 'danger' }, { root: { fill: '{color.flare}' }, text: { color: '{color.on-flare}' }, before: { color: '{color.on-flare}' }, after: { color: '{color.on-flare}' } }),
      rule({ height: 'compact' }, { root: { minHeight: '{size.compact}', paddingX: '{space.l}', paddingY: '{space.xs}' }, text: { textStyle: 'small' } }),
      rule({ height: 'tall' }, { root: { minHeight: '{size.tall}' }, text: { textStyle: 'subtitle' } }),
      whenState('focus', { root: { stroke: '{color.lamp}', strokeWidth: '{stroke.ring}' } }),
      whenState('hover', { root: { fill: '{color.mist}' } }),
      whenState('hover', { root: { fill: '{color.buoy-hover}' } }, { tone: 'strong' }),
      whenState('hover', { root: { fill: '{color.flare}' } }, { tone: 'danger' }),
      whenState('pressed', { root: { fill: '{color.rope}' } }),
      whenState('pressed', { root: { fill: '{color.buoy-pressed}' } }, { tone: ['strong', 'danger'] }),
      whenState('disabled', { root: { fill: '{color.still}' }, text: { color: '{color.on-still}' }, before: { color: '{color.on-still}' }, after: { color: '{color.on-still}' } }),
    ],
  }),
  component({
    id: 'entry', name: 'Entry', role: 'textbox', family: 'Inputs', summary: 'Something to type, with its label inside.', words: ['field', 'input'], events: ['change'], states: ['focus', 'hover', 'disabled'],
    props: [
      textProp('caption', 'Caption', 'Label', 'What to type, shown small at the top.', 'label'),
      textProp('content', 'Content', '', 'What has been typed.', 'value'),
      textProp('prompt', 'Prompt', 'Type here', 'Shown until something is typed.', 'placeholder'),
      textProp('help', 'Help', '', 'One line of help below.', 'supporting'),
      flagProp('error', 'Error', false, 'What was typed cannot be used.', 'invalid'),
      choiceProp('shown', 'Shown as', 'rest', ['rest:At rest:rest', 'hover:Hover:hover', 'focus:Focus:focus', 'disabled:Disabled:disabled'], 'The state it is drawn in.', 'state'),
    ],
    tree: box('root', { gap: '{space.xs}', minWidth: 140 }, [
      box('frame', { width: 'stretch', fill: '{color.cloud}', stroke: '{color.rope}', radius: '{corner.soft}', minHeight: '{size.tall}', paddingX: '{space.l}', paddingY: '{space.s}', justify: 'center' }, [
        label('caption', 'small', '{color.slate}', { bind: { text: 'caption' } }, { width: 'stretch' }),
        label('content', 'label', '{color.deep}', { bind: { text: 'content' } }, { width: 'stretch', maxLines: 1 }),
        label('prompt', 'body', '{color.slate}', { bind: { text: 'prompt' } }, { width: 'stretch', maxLines: 1 }),
      ]),
      label('help', 'small', '{color.slate}', { bind: { text: 'help' } }, { width: 'stretch' }),
    ]),
    rules: [
      rule({ content: { filled: true } }, { prompt: { visible: false } }),
      rule({ error: true }, { frame: { stroke: '{color.flare}', strokeWidth: '{stroke.ring}' }, help: { color: '{color.flare}' } }),
      whenState('focus', { frame: { stroke: '{color.lamp}', strokeWidth: '{stroke.ring}' } }),
      whenState('hover', { frame: { stroke: '{color.deep}' } }),
      whenState('disabled', { frame: { fill: '{color.still}' }, content: { color: '{color.on-still}' }, caption: { color: '{color.on-still}' } }),
    ],
  }),
  component({
    id: 'panel-card', name: 'Card', role: 'card', family: 'Content', summary: 'A raised sheet with a title, a note, room and an action.', words: ['tile', 'panel'],
    props: [
      textProp('title', 'Title', 'Title', 'What it is about.', 'label'),
      textProp('note', 'Note', 'A short note', 'Says a little more.', 'supporting'),
      textProp('button', 'Button', '', 'The text of its action; empty for none.', 'action-label'),
      iconProp('icon', 'Icon', 'none', 'An icon beside the title.', 'leading-icon'),
      flagProp('raised', 'Raised', true, 'Casts a shadow.', 'raised'),
    ],
    slots: [slotOf('body', 'Body', 'Whatever belongs under the title.')],
    tree: box('root', { fill: '{color.cloud}', stroke: '{color.mist}', radius: '{corner.card}', shadow: '{shadow.low}', padding: '{space.l}', gap: '{space.m}' }, [
      row('top', { width: 'stretch', gap: '{space.s}' }, [
        icon('icon', '{color.buoy}', { bind: { icon: 'icon' } }, { size: '{size.tick}' }),
        label('title', 'subtitle', '{color.deep}', { bind: { text: 'title' } }, { width: 'stretch' }),
      ]),
      label('note', 'body', '{color.slate}', { bind: { text: 'note' } }, { width: 'stretch' }),
      slot('body', { gap: '{space.m}' }),
      { id: 'action', type: 'instance', component: 'action', name: 'Action', props: { tone: 'quiet' }, bind: { 'props.text': 'button' } },
    ]),
    rules: [rule({ raised: false }, { root: { shadow: 'none' } }), rule({ button: { filled: false } }, { action: { visible: false } })],
  }),
];

export const skerryLine: Part = {
  format: 'dekkor-kit/1', id: 'skerry-line', name: 'Skerry Line', version: '2.1.0', author: 'Norrvik Journeys (made up)', licence: 'MIT; font Figtree OFL 1.1; icons ISC', fidelity: 'brand',
  summary: 'Ferries: deep navy, buoy red, rounded.', notes: 'Rounder cards, a compact action.', swatches: ['#0b2f4e', '#c9331f', '#e2eef5'],
  tokens, textStyles,
  fonts: [400, 600, 700].map((weight) => ({ family: 'Figtree', weight, file: `fonts/Figtree-${weight}.ttf` })),
  icons: icons(ICONS, 2),
  families: ['Actions', 'Inputs', 'Navigation', 'Content', 'Feedback', 'Data', 'Sections'],
  components: [...basics],
  templates: [],
};
