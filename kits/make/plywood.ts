import { breadth } from './breadth/index.js';
import { PLYWOOD_WORDS } from './breadth/words.js';
import { documented, plywoodPages } from './docs.js';
import { actions, inputs } from './plywood/actions.js';
import { content } from './plywood/content.js';
import { data, navigation } from './plywood/structure.js';
import { templates } from './plywood/templates.js';
import { textStyles, tokens } from './plywood/tokens.js';
import { icons, ICONS, type Part } from './write.js';

const own = [...actions, ...inputs, ...navigation, ...content, ...data];
const common = breadth({
  ...PLYWOOD_WORDS,
  own,
  tokens,
  textStyles,
  frame: { fill: '{@page}', stroke: '{@line}', paddingX: '{@gap}' },
  sheet: { fill: '{@page}', stroke: '{@line}' },
});

export const plywood: Part = {
  format: 'dekkor-kit/2',
  id: 'plywood',
  name: 'Plywood',
  version: '1.0.0',
  author: 'Dekkor',
  licence: 'MIT; font Public Sans OFL 1.1; icons ISC',
  fidelity: 'wireframe',
  summary: 'Wireframes: bare paper, grey lines, square corners.',
  notes: 'First version.',
  swatches: ['#ffffff', '#3a3a40', '#e7e7e9'],
  tokens,
  textStyles,
  fonts: [400, 600, 700].map((weight) => ({ family: 'Public Sans', weight, file: `fonts/PublicSans-${weight}.ttf` })),
  icons: icons(ICONS, 1.5),
  families: ['Actions', 'Inputs', 'Navigation', 'Content', 'Feedback', 'Data', 'Sections'],
  components: documented([...own, ...common], plywoodPages),
  templates,
};
