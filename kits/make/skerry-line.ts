import { breadth } from './breadth/index.js';
import { SKERRY_WORDS } from './breadth/words.js';
import { documented, skerryPages } from './docs.js';
import { actions, inputs } from './skerry/actions.js';
import { content } from './skerry/content.js';
import { data, navigation } from './skerry/structure.js';
import { templates } from './skerry/templates.js';
import { textStyles, tokens } from './skerry/tokens.js';
import { icons, ICONS, type Part } from './write.js';

const own = [...actions, ...inputs, ...navigation, ...content, ...data];
const common = breadth({
  ...SKERRY_WORDS,
  own,
  tokens,
  textStyles,
  frame: { fill: '{@page}', stroke: '{@line}', radius: '{@corner}', paddingX: '{@space-m}' },
  sheet: { fill: '{@page}', stroke: '{@line-soft}', radius: '{@corner-card}', shadow: '{@raised}' },
});

/** All components, without their docs pages. */
export const skerryComponents: readonly Part[] = [...own, ...common];

export const skerryLine: Part = {
  format: 'dekkor-kit/2',
  id: 'skerry-line',
  name: 'Skerry Line',
  version: '2.1.0',
  author: 'Norrvik Journeys (made up)',
  licence: 'MIT; font Figtree OFL 1.1; icons ISC',
  fidelity: 'brand',
  summary: 'Ferries: deep navy, buoy red, rounded.',
  notes: 'Rounder cards, a compact action.',
  swatches: ['#0b2f4e', '#c9331f', '#e2eef5'],
  tokens,
  textStyles,
  fonts: [400, 600, 700].map((weight) => ({ family: 'Figtree', weight, file: `fonts/Figtree-${weight}.ttf` })),
  icons: icons(ICONS, 2),
  families: ['Actions', 'Inputs', 'Navigation', 'Content', 'Feedback', 'Data', 'Sections'],
  components: documented(skerryComponents, skerryPages),
  templates,
};
