import { group, token, type Part } from './write.js';

/** The mountain bus brand: the Skerry Line components with tokens, text styles and a font of its own. */
export const fjellCoach: Part = {
  format: 'dekkor-kit/1', id: 'fjell-coach', name: 'Fjell Coach', version: '1.2.0', author: 'Norrvik Journeys (made up)', licence: 'MIT; font Barlow OFL 1.1', fidelity: 'brand', basedOn: 'skerry-line@2.1.0',
  summary: 'Mountain buses: moss, chalk and Barlow. A brand that is only tokens.', notes: 'Darker moss for contrast.', swatches: ['#2f4a2c', '#d7e3c8', '#f7f6ef'],
  tokens: {
    color: group('color', {
      cloud: token('#fbfaf5', 'page'), spray: token('#f0eee2', 'surface'), deep: token('#24301f', 'ink'), slate: token('#55614c', 'ink-soft'), rope: token('#b4bba4', 'line'), mist: token('#dfe2d3', 'line-soft'),
      buoy: token('#2f5d2a', 'primary'), 'on-buoy': token('#fbfaf5', 'on-primary'), foam: token('#e3ead6', 'primary-soft'), 'on-foam': token('#24301f', 'on-primary-soft'),
      flare: token('#8f2f1b', 'danger'), 'on-flare': token('#fbfaf5', 'on-danger'), blush: token('#f6e5df', 'danger-soft'), kelp: token('#20603f', 'success'), 'kelp-soft': token('#dff0e4', 'success-soft'),
      'navy-link': token('#2f5d2a', 'link'), gold: token('#8a5a00', 'rating'), navy: token('#3a4a2f', 'brand'), 'on-navy': token('#fbfaf5', 'on-brand'), 'buoy-hover': token('#264d22', 'primary-hover'), 'buoy-pressed': token('#1c3a19', 'primary-pressed'),
      still: token('#e8e8de', 'disabled'), 'on-still': token('#5e6656', 'on-disabled'), lamp: token('#7a4b00', 'focus'),
    }),
    corner: group('dimension', { soft: token('4px', 'corner'), card: token('6px', 'corner-card'), full: token('6px', 'corner-full') }),
    shadow: group('shadow', { low: token({ color: '#24301f14', offsetX: '0px', offsetY: '1px', blur: '3px', spread: '0px' }, 'raised') }),
  },
  textStyles: {
    hero: { name: 'Hero', family: 'Barlow', weight: 700, size: 40, lineHeight: 44, means: 'display' },
    title: { name: 'Title', family: 'Barlow', weight: 700, size: 26, lineHeight: 30, means: 'title' },
    subtitle: { name: 'Subtitle', family: 'Barlow', weight: 600, size: 20, lineHeight: 24, means: 'heading' },
    body: { name: 'Body', family: 'Barlow', weight: 400, size: 17, lineHeight: 24, means: 'body' },
    label: { name: 'Label', family: 'Barlow', weight: 600, size: 17, lineHeight: 22, means: 'label' },
    small: { name: 'Small', family: 'Barlow', weight: 400, size: 15, lineHeight: 20, means: 'caption' },
  },
  fonts: [400, 600, 700].map((weight) => ({ family: 'Barlow', weight, file: `fonts/Barlow-${weight}.ttf` })),
};
