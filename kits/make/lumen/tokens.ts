import { group, token, type Part } from '../write.js';

/** Sleeper trains: aubergine and lamp yellow, dark by night; by day on cream. */
const two = (night: string, day: string, means?: string): Part => token(night, means, { light: day });

export const tokens: Part = {
  hue: group('color', {
    tunnel: two('#1a1020', '#fbf7ef', 'page'),
    carriage: two('#261a2e', '#f2eade', 'surface'),
    word: two('#f7f0e4', '#26132f', 'ink'),
    whisper: two('#cbbcd0', '#5d4867', 'ink-soft'),
    seam: two('#927c9c', '#86718f', 'line'),
    thread: two('#46344f', '#d9ccd4', 'line-soft'),
    lamp: two('#f5c542', '#5a2a6c', 'primary'),
    'on-lamp': two('#23140a', '#ffffff', 'on-primary'),
    plush: two('#44304f', '#e9dcee', 'primary-soft'),
    'on-plush': two('#f9f2e8', '#3a1a47', 'on-primary-soft'),
    'red-light': two('#ff9a86', '#9c2514', 'danger'),
    'on-red-light': two('#2b0a05', '#ffffff', 'on-danger'),
    'red-glow': two('#4a2128', '#f9e3de', 'danger-soft'),
    'green-light': two('#8fdcab', '#17603a', 'success'),
    'green-glow': two('#1f3f33', '#dff0e5', 'success-soft'),
    way: two('#ffd873', '#5a2a6c', 'link'),
    livery: two('#3c2148', '#3c2148', 'brand'),
    'on-livery': two('#fdf6e9', '#fdf6e9', 'on-brand'),
    'lamp-near': two('#ffd566', '#6d3a80', 'primary-hover'),
    'lamp-down': two('#dcaa2b', '#431c52', 'primary-pressed'),
    brass: two('#f5c542', '#8a5d00', 'rating'),
    unlit: two('#35273d', '#e9e2dc', 'disabled'),
    'on-unlit': two('#b2a3b8', '#6b5c72', 'on-disabled'),
    signal: two('#9ecbff', '#1d5fa8', 'focus'),
  }),
  pitch: group('dimension', {
    hair: token('4px', 'space-xs'),
    near: token('8px', 'space-s'),
    gap: token('14px', 'gap'),
    far: token('18px', 'space-m'),
    wide: token('28px', 'space-l'),
    broad: token('44px', 'space-xl'),
  }),
  gauge: group('dimension', {
    rail: token('48px', 'control'),
    narrow: token('36px', 'control-small'),
    broad: token('58px', 'control-large'),
    head: token('64px', 'bar'),
    sign: token('20px', 'glyph'),
    square: token('22px', 'check'),
    edge: token('0px', 'corner'),
    disc: token('999px', 'corner-full'),
    seam: token('1px', 'hairline'),
    signal: token('2px', 'focus-line'),
  }),
  tempo: {
    change: token('180ms', 'motion-screen', undefined, 'duration'),
    glance: token('100ms', 'motion-look', undefined, 'duration'),
    run: token([0.4, 0, 0, 1], 'motion-curve', undefined, 'cubicBezier'),
  },
};

export const textStyles: Part = {
  poster: { name: 'Poster', family: 'Fraunces', weight: 600, size: 38, lineHeight: 44, means: 'display' },
  station: { name: 'Station', family: 'Fraunces', weight: 600, size: 26, lineHeight: 32, means: 'title' },
  compartment: { name: 'Compartment', family: 'Fraunces', weight: 600, size: 20, lineHeight: 26, means: 'heading' },
  page: { name: 'Page', family: 'Public Sans', weight: 400, size: 16, lineHeight: 24, means: 'body' },
  sign: { name: 'Sign', family: 'Public Sans', weight: 600, size: 16, lineHeight: 22, means: 'label' },
  'fine-print': { name: 'Fine print', family: 'Public Sans', weight: 400, size: 14, lineHeight: 20, means: 'caption' },
};
