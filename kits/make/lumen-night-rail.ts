import { breadth } from './breadth/index.js';
import { LUMEN_WORDS } from './breadth/words.js';
import { documented } from './docs.js';
import { actions, inputs } from './lumen/actions.js';
import { content } from './lumen/content.js';
import { data, navigation } from './lumen/structure.js';
import { templates } from './lumen/templates.js';
import { textStyles, tokens } from './lumen/tokens.js';
import { icons, ICONS, type Part } from './write.js';

const own = [...actions, ...inputs, ...navigation, ...content, ...data];
/** Their families, as this kit calls them. */
const FAMILIES: Readonly<Record<string, string>> = {
  Actions: 'To press',
  Inputs: 'To fill in',
  Navigation: 'To find the way',
  Content: 'To read',
  Feedback: 'To tell',
  Data: 'To compare',
  Sections: 'To read',
};
const common = breadth({
  ...LUMEN_WORDS,
  own,
  tokens,
  textStyles,
  frame: { stroke: '{@line}', strokeSides: 'bottom' },
  sheet: { fill: '{@surface}', stroke: '{@line}' },
});
/** In the families of this kit. */
const ours = (c: Part): Part => ({ ...c, family: FAMILIES[String(c['family'])] ?? c['family'] ?? 'To read' });

/** Sleeper trains: dark, square, in serif, and of a structure of its own. */
export const lumenNightRail: Part = {
  format: 'dekkor-kit/2',
  id: 'lumen-night-rail',
  name: 'Lumen Night Rail',
  version: '1.0.0',
  author: 'Norrvik Journeys (made up)',
  licence: 'MIT; fonts Fraunces and Public Sans OFL 1.1; icons ISC',
  fidelity: 'brand',
  summary: 'Sleeper trains: aubergine, lamp yellow, square, by night and by day.',
  notes: 'First version.',
  swatches: ['#1a1020', '#f5c542', '#44304f'],
  tokens,
  textStyles,
  fonts: [
    { family: 'Fraunces', weight: 600, file: 'fonts/Fraunces-600.ttf' },
    ...[400, 600].map((weight) => ({ family: 'Public Sans', weight, file: `fonts/PublicSans-${weight}.ttf` })),
  ],
  icons: icons(ICONS, 1.6),
  families: ['To press', 'To fill in', 'To find the way', 'To read', 'To see', 'To tell', 'To compare'],
  components: documented([...own, ...common].map(ours), {}),
  templates,
};
