import { group, token, type Part } from '../write.js';

/** The ferry brand: deep navy, buoy red, rounded. */
export const tokens: Part = {
  color: group('color', {
    cloud: token('#ffffff', 'page'),
    spray: token('#eef5f9', 'surface'),
    deep: token('#0b2f4e', 'ink'),
    slate: token('#49647a', 'ink-soft'),
    rope: token('#a9bfcd', 'line'),
    mist: token('#dbe6ed', 'line-soft'),
    buoy: token('#c9331f', 'primary'),
    'on-buoy': token('#ffffff', 'on-primary'),
    foam: token('#e2eef5', 'primary-soft'),
    'on-foam': token('#0b2f4e', 'on-primary-soft'),
    flare: token('#9c1748', 'danger'),
    'on-flare': token('#ffffff', 'on-danger'),
    blush: token('#fbe7ee', 'danger-soft'),
    kelp: token('#1c6147', 'success'),
    'kelp-soft': token('#e0f1ea', 'success-soft'),
    'navy-link': token('#14507f', 'link'),
    navy: token('#0b2f4e', 'brand'),
    'on-navy': token('#ffffff', 'on-brand'),
    'buoy-hover': token('#b02a18', 'primary-hover'),
    'buoy-pressed': token('#8f2012', 'primary-pressed'),
    gold: token('#b26a00', 'rating'),
    still: token('#e6ecf0', 'disabled'),
    'on-still': token('#566d7e', 'on-disabled'),
    lamp: token('#1d6fb8', 'focus'),
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
};

export const textStyles: Part = {
  hero: { name: 'Hero', family: 'Figtree', weight: 700, size: 36, lineHeight: 42, means: 'display' },
  title: { name: 'Title', family: 'Figtree', weight: 700, size: 24, lineHeight: 30, means: 'title' },
  subtitle: { name: 'Subtitle', family: 'Figtree', weight: 700, size: 18, lineHeight: 24, means: 'heading' },
  body: { name: 'Body', family: 'Figtree', weight: 400, size: 16, lineHeight: 24, means: 'body' },
  label: { name: 'Label', family: 'Figtree', weight: 600, size: 16, lineHeight: 22, means: 'label' },
  small: { name: 'Small', family: 'Figtree', weight: 400, size: 14, lineHeight: 20, means: 'caption' },
};
