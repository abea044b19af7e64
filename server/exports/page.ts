import { ProblemError } from '../errors.js';
import { safeName } from '../tempFiles.js';
import { utf8, type ExportMaker } from './maker.js';

/** One screen as one HTML file that needs nothing else. */
export const page: ExportMaker = async function* ({ screens, renderPool, assets, gone, request }) {
  const [screen, second] = screens;
  if (!screen || second)
    throw new ProblemError(
      'request.shape',
      'One screen makes one page. For several, take the mockup to be clicked through.',
    );
  const made = await renderPool.page(
    { ...request(screen), what: 'html', files: false, hrefs: {} },
    assets.inlined,
    gone,
  );
  yield { name: `${safeName(screen.name) || 'screen'}.html`, type: 'html', bytes: utf8(made.html) };
};
