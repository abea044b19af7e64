import { group, token, type Part } from '../write.js';

/** The ferry brand: deep navy, buoy red, rounded. */
export const tokens: Part = {
  color: group('color', {
    cloud: token('#ffffff', 'page', { dark: '#0d1b26' }),
    spray: token('#eef5f9', 'surface', { dark: '#152b3a' }),
    deep: token('#0b2f4e', 'ink', { dark: '#eef5f9' }),
    slate: token('#49647a', 'ink-soft', { dark: '#b3c7d4' }),
    rope: token('#a9bfcd', 'line', { dark: '#4c6c80' }),
    mist: token('#dbe6ed', 'line-soft', { dark: '#2b4658' }),
    buoy: token('#c9331f', 'primary', { dark: '#ff7f69' }),
    'on-buoy': token('#ffffff', 'on-primary', { dark: '#2a0904' }),
    foam: token('#e2eef5', 'primary-soft', { dark: '#1f4258' }),
    'on-foam': token('#0b2f4e', 'on-primary-soft', { dark: '#eef5f9' }),
    flare: token('#9c1748', 'danger', { dark: '#ff9b8c' }),
    'on-flare': token('#ffffff', 'on-danger', { dark: '#2b0804' }),
    blush: token('#fbe7ee', 'danger-soft', { dark: '#4a211d' }),
    kelp: token('#1c6147', 'success', { dark: '#8fd9b6' }),
    'kelp-soft': token('#e0f1ea', 'success-soft', { dark: '#17402f' }),
    'navy-link': token('#14507f', 'link', { dark: '#8cc8f0' }),
    navy: token('#0b2f4e', 'brand', { dark: '#134064' }),
    'on-navy': token('#ffffff', 'on-brand', { dark: '#ffffff' }),
    'buoy-hover': token('#b02a18', 'primary-hover', { dark: '#ff9886' }),
    'buoy-pressed': token('#8f2012', 'primary-pressed', { dark: '#ea6a54' }),
    gold: token('#b26a00', 'rating', { dark: '#f0b54a' }),
    still: token('#e6ecf0', 'disabled', { dark: '#20323f' }),
    'on-still': token('#566d7e', 'on-disabled', { dark: '#a3b8c5' }),
    lamp: token('#1d6fb8', 'focus', { dark: '#7cc0ff' }),
  }),
  space: group('dimension', {
    xs: token('4px', 'space-xs'),
    s: token('8px', 'space-s'),
    m: token('12px', 'gap'),
    l: token('16px', 'space-m'),
    xl: token('24px', 'space-l'),
    xxl: token('40px', 'space-xl'),
  }),
  size: group('dimension', {
    control: token('48px', 'control'),
    compact: token('36px', 'control-small'),
    tall: token('56px', 'control-large'),
    bar: token('60px', 'bar'),
    glyph: token('20px', 'glyph'),
    tick: token('24px', 'check'),
  }),
  corner: group('dimension', {
    soft: token('10px', 'corner'),
    card: token('16px', 'corner-card'),
    full: token('999px', 'corner-full'),
  }),
  stroke: group('dimension', { hair: token('1px', 'hairline'), ring: token('2px', 'focus-line') }),
  shadow: group('shadow', {
    low: token({ color: '#0b2f4e1f', offsetX: '0px', offsetY: '2px', blur: '8px', spread: '0px' }, 'raised'),
  }),
  tide: {
    turn: token('240ms', 'motion-screen', undefined, 'duration'),
    look: token('120ms', 'motion-look', undefined, 'duration'),
    swell: token([0.3, 0, 0.1, 1], 'motion-curve', undefined, 'cubicBezier'),
  },
};

export const textStyles: Part = {
  hero: { name: 'Hero', family: 'Figtree', weight: 700, size: 36, lineHeight: 42, means: 'display' },
  title: { name: 'Title', family: 'Figtree', weight: 700, size: 24, lineHeight: 30, means: 'title' },
  subtitle: { name: 'Subtitle', family: 'Figtree', weight: 700, size: 18, lineHeight: 24, means: 'heading' },
  body: { name: 'Body', family: 'Figtree', weight: 400, size: 16, lineHeight: 24, means: 'body' },
  label: { name: 'Label', family: 'Figtree', weight: 600, size: 16, lineHeight: 22, means: 'label' },
  small: { name: 'Small', family: 'Figtree', weight: 400, size: 14, lineHeight: 20, means: 'caption' },
};
