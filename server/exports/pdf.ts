import type { PdfPage } from '../drawing/pdf.js';
import { safeName } from '../tempFiles.js';
import { eachInTurn, type ExportMaker } from './maker.js';

/** A page for each screen, joined into one document. */
export const pdf: ExportMaker = async function* ({ project, screens, renderPool, assets, gone, request }) {
  const parts: PdfPage[] = [];
  yield* eachInTurn(
    screens,
    gone,
    (s) => renderPool.pdf({ ...request(s), what: 'pdf' }, assets.inlined, gone),
    (got, s) => void parts.push({ screen: s.id, name: s.name, pdf: got.pdf, links: got.links }),
  );
  const label = (screens.length === 1 && screens[0]?.name) || project.name;
  const joined = await renderPool.pdf({ what: 'join', label, parts }, undefined, gone);
  yield { name: `${safeName(label) || 'screens'}.pdf`, type: 'pdf', bytes: joined.pdf };
};
