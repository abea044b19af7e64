import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { imageSize } from 'image-size';
import type { Database } from './database.js';
import { looksSvg } from './drawing/sanitizeSvg.js';
import type { Inlined } from './drawing/messages.js';
import type { RenderPool } from './drawing/renderPool.js';
import { ProblemError } from './errors.js';

/** A picture that screens can show. */
export interface Asset {
  readonly id: string;
  readonly name: string;
  /** px */
  readonly width: number;
  readonly height: number;
  readonly shipped: boolean;
}

const TYPES: Readonly<Record<string, string>> = {
  png: 'image/png',
  jpg: 'image/jpeg',
  gif: 'image/gif',
  webp: 'image/webp',
};
/** px along a side, and px in all: beyond that a picture is refused before it is unpacked. */
const LONGEST = 12_000;
const MOST_PIXELS = 60_000_000;

/** Pictures, each stored once however often it is brought in or shown. Shipped ones come from a folder. */
export class Assets {
  private readonly shipped = new Map<string, { asset: Asset; bytes: Buffer; type: string }>();

  constructor(
    private readonly db: Database,
    private readonly renderPool: RenderPool,
    folder: string,
  ) {
    for (const file of existsSync(folder) ? readdirSync(folder).sort() : []) {
      const type = TYPES[file.split('.').at(-1) ?? ''];
      if (!type) continue;
      const bytes = readFileSync(join(folder, file));
      const { width, height } = imageSize(bytes);
      const id = file.replace(/\.[^.]+$/u, '');
      this.shipped.set(id, {
        asset: {
          id,
          name: `${id.charAt(0).toUpperCase()}${id.slice(1).replace(/-/gu, ' ')}`,
          width,
          height,
          shipped: true,
        },
        bytes,
        type,
      });
    }
  }

  async list(): Promise<readonly Asset[]> {
    const rows = await this.db.assets.findAll({
      attributes: ['id', 'name', 'width', 'height'],
      order: [['addedAt', 'DESC']],
    });
    return [...rows.map((r) => ({ ...r.get(), shipped: false })), ...[...this.shipped.values()].map((s) => s.asset)];
  }

  /** The bytes of a picture and their type; null when there is none of this id. */
  async read(id: string): Promise<{ bytes: Buffer; type: string } | null> {
    const own = this.shipped.get(id);
    if (own) return own;
    const row = (await this.db.assets.findByPk(id))?.get();
    return row ? { bytes: row.bytes, type: row.type } : null;
  }

  /** A picture as a data URI, for exports that stand alone. */
  async dataUri(
    id: string,
  ): Promise<{ readonly href: string; readonly width: number; readonly height: number } | null> {
    const found = await this.read(id);
    if (!found) return null;
    const { width, height } = imageSize(found.bytes);
    return { href: `data:${found.type};base64,${found.bytes.toString('base64')}`, width, height };
  }

  /** Several at once, by their ids; null where there is none. */
  readonly inlined = async (ids: readonly string[]): Promise<Readonly<Record<string, Inlined | null>>> =>
    Object.fromEntries(await Promise.all(ids.map(async (id) => [id, await this.dataUri(id)] as const)));

  /** Takes a picture in. A drawing (SVG) is painted once as a picture, without its scripts and what it refers to outside. */
  async add(name: string, given: Buffer): Promise<Asset> {
    const label = name.replace(/[^\p{L}\p{N} ._-]/gu, '').slice(0, 120) || 'Picture';
    const bytes = looksSvg(given) ? Buffer.from(await this.renderPool.drawing(label, given)) : given;
    let size: { width: number; height: number; type?: string };
    try {
      size = imageSize(bytes);
    } catch {
      throw new ProblemError(
        'picture.kind',
        `${label} is not a picture that can be shown; PNG, JPEG, GIF, WebP and SVG can. Nothing was changed.`,
        label,
      );
    }
    const type = TYPES[size.type ?? ''];
    if (!type)
      throw new ProblemError(
        'picture.kind',
        `${label} is a ${(size.type ?? 'file').toUpperCase()}; PNG, JPEG, GIF, WebP and SVG can be shown. Nothing was changed.`,
        label,
      );
    if (size.width > LONGEST || size.height > LONGEST || size.width * size.height > MOST_PIXELS)
      throw new ProblemError(
        'picture.large',
        `${label} has ${size.width} × ${size.height} pixels; at most ${LONGEST} a side and 60 million in all are taken. Make it smaller first; nothing was changed.`,
        label,
      );
    if (size.width < 1 || size.height < 1)
      throw new ProblemError('picture.empty', `${label} has no size. Nothing was changed.`, label);
    const id = createHash('sha256').update(bytes).digest('hex').slice(0, 32);
    await this.db.assets.findOrCreate({
      where: { id },
      defaults: { id, name: label, type, width: size.width, height: size.height, bytes, addedAt: new Date() },
    });
    return { id, name: label, width: size.width, height: size.height, shipped: false };
  }
}
