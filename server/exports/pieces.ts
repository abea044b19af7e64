import { zipped } from '../../core/index.js';
import { ProblemError } from '../errors.js';
import { safeName } from '../tempFiles.js';
import { eachInTurn, utf8, type ExportMaker } from './maker.js';

/** Icons that are in use, or what is marked as an asset: each as SVG and as PNG at the scales that are asked for, in a zip. */
export const pieces = (kind: 'icons' | 'assets', nothing: string): ExportMaker =>
  async function* ({ project, screens, forms, names, renderPool, assets, gone, request, values }) {
    const scales = [...forms].flatMap((f) => (f === 'svg' ? [] : [Number(f[0])])).sort((a, b) => a - b);
    const files: Record<string, Uint8Array> = {};
    const seen = new Set<string>();
    const what = { what: 'pieces', of: kind, svg: forms.has('svg'), scales } as const;
    yield* eachInTurn(
      screens,
      gone,
      (s) => renderPool.pieces({ ...request(s), ...what }, assets.inlined, gone),
      (got, s) => {
        for (const piece of got.pieces) {
          // An icon is the same wherever it shows.
          if (kind === 'icons' && seen.has(piece.name)) continue;
          seen.add(piece.name);
          const own = { ...values(s), screen: s.name, name: piece.name, scale: '1' };
          if (piece.svg !== undefined) files[names.of(own, 'svg')] = utf8(piece.svg);
          for (const { scale, bytes } of piece.pngs)
            files[names.of({ ...own, scale: String(scale) }, 'png', scale === 1 ? '' : `@${scale}x`)] = bytes;
        }
      },
    );
    if (seen.size === 0) throw new ProblemError('request.shape', nothing);
    yield { name: `${safeName(project.name) || 'project'}, ${kind}.zip`, type: 'zip', bytes: await zipped(files) };
  };
