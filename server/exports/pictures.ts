import { zipped } from '../../core/index.js';
import { safeName } from '../tempFiles.js';
import { eachInTurn, utf8, type ExportMaker } from './maker.js';

/** Each screen as a drawing or a picture; one by itself, several in a zip. */
export const pictures = (kind: 'svg' | 'png'): ExportMaker =>
  async function* ({ project, screens, scale, names, renderPool, assets, gone, request, values }) {
    const files: Record<string, Uint8Array> = {};
    yield* eachInTurn(
      screens,
      gone,
      (s) =>
        renderPool.screen(
          { ...request(s), what: 'screen', ...(kind === 'png' ? { scale } : {}) },
          assets.inlined,
          gone,
        ),
      (drawn, s) => (files[names.of(values(s), kind)] = 'svg' in drawn ? utf8(drawn.svg) : drawn.png),
    );
    const [only] = Object.entries(files);
    if (screens.length === 1 && only) yield { name: only[0], type: kind, bytes: only[1] };
    else
      yield {
        name: `${safeName(project.name) || 'screens'}, ${kind.toUpperCase()}.zip`,
        type: 'zip',
        bytes: await zipped(files),
      };
  };
