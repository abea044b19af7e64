import { group, token, type Part } from '../write.js';

/** The wireframe kit: bare paper, grey lines, square corners. Its names are the plainest there are. */
export const tokens: Part = {
  color: group('color', {
    paper: token('#ffffff', 'page', { dark: '#1c1c1f' }),
    sheet: token('#f6f6f4', 'surface', { dark: '#26262a' }),
    ink: token('#26262a', 'ink', { dark: '#f2f2f0' }),
    grey: token('#5d5d63', 'ink-soft', { dark: '#bcbcc2' }),
    line: token('#a3a3a8', 'line', { dark: '#7b7b82' }),
    hair: token('#d6d6d9', 'line-soft', { dark: '#3f3f45' }),
    block: token('#3a3a40', 'primary', { dark: '#e4e4e2' }),
    'on-block': token('#ffffff', 'on-primary', { dark: '#1c1c1f' }),
    pale: token('#e7e7e9', 'primary-soft', { dark: '#3a3a40' }),
    'on-pale': token('#26262a', 'on-primary-soft', { dark: '#f2f2f0' }),
    stop: token('#7a2b2b', 'danger', { dark: '#ff9f9f' }),
    'on-stop': token('#ffffff', 'on-danger', { dark: '#2b0e0e' }),
    'stop-pale': token('#f3e6e6', 'danger-soft', { dark: '#452a2a' }),
    good: token('#2f5a3a', 'success', { dark: '#9fd8ad' }),
    'good-pale': token('#e5efe7', 'success-soft', { dark: '#26402e' }),
    press: token('#1d1d21', 'primary-pressed', { dark: '#c9c9c6' }),
    hover: token('#55555c', 'primary-hover', { dark: '#ffffff' }),
    off: token('#ececee', 'disabled', { dark: '#2c2c30' }),
    'on-off': token('#696970', 'on-disabled', { dark: '#a4a4ab' }),
    ring: token('#26262a', 'focus', { dark: '#f2f2f0' }),
    mark: token('#8c8c92', 'bars', { dark: '#8c8c92' }),
  }),
  space: group('dimension', {
    '1': token('4px', 'space-xs'),
    '2': token('8px', 'space-s'),
    '3': token('12px', 'gap'),
    '4': token('16px', 'space-m'),
    '5': token('24px', 'space-l'),
    '6': token('40px', 'space-xl'),
  }),
  size: group('dimension', {
    control: token('44px', 'control'),
    small: token('32px', 'control-small'),
    large: token('52px', 'control-large'),
    bar: token('56px', 'bar'),
    glyph: token('20px', 'glyph'),
    dot: token('24px', 'check'),
  }),
  corner: group('dimension', { none: token('0px', 'corner'), round: token('999px', 'corner-full') }),
  stroke: group('dimension', { thin: token('1px', 'hairline'), thick: token('2px', 'focus-line') }),
  pace: {
    turn: token('160ms', 'motion-screen', undefined, 'duration'),
    look: token('90ms', 'motion-look', undefined, 'duration'),
    curve: token([0.2, 0, 0.2, 1], 'motion-curve', undefined, 'cubicBezier'),
  },
};

export const textStyles: Part = {
  display: { name: 'Display', family: 'Public Sans', weight: 700, size: 32, lineHeight: 40, means: 'display' },
  title: { name: 'Title', family: 'Public Sans', weight: 700, size: 22, lineHeight: 28, means: 'title' },
  heading: { name: 'Heading', family: 'Public Sans', weight: 600, size: 17, lineHeight: 24, means: 'heading' },
  body: { name: 'Body', family: 'Public Sans', weight: 400, size: 15, lineHeight: 22, means: 'body' },
  strong: { name: 'Strong', family: 'Public Sans', weight: 600, size: 15, lineHeight: 22, means: 'label' },
  note: { name: 'Note', family: 'Public Sans', weight: 400, size: 13, lineHeight: 18, means: 'caption' },
};
