import type { ExportKind } from '../../core/index.js';
import { bundle } from './bundle.js';
import type { ExportMaker } from './maker.js';
import { page } from './page.js';
import { pdf } from './pdf.js';
import { pictures } from './pictures.js';
import { pieces } from './pieces.js';

/** How each kind of export is made. One that is missing does not compile. */
export const EXPORTS: Readonly<Record<ExportKind, ExportMaker>> = {
  html: page,
  bundle,
  pdf,
  svg: pictures('svg'),
  png: pictures('png'),
  icons: pieces('icons', 'These screens show no icons.'),
  assets: pieces(
    'assets',
    'Nothing on these screens is marked as an asset. Mark things in Details, or in the build sheet.',
  ),
};
export { FORMS, MIME, type ExportEvent, type ExportJob } from './maker.js';
export { FileNames } from './names.js';
