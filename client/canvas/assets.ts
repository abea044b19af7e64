import { assetUrl } from '../base/api.js';
import type { AssetOf } from './canvas.js';

/** Decoded pictures; null: it cannot be shown. */
const loaded = new Map<string, ImageBitmap | null>();
const loading = new Map<string, Promise<void>>();

/** Fetches and decodes a picture, away from the page's own work. */
function load(id: string): Promise<void> {
  let known = loading.get(id);
  if (!known) {
    known = fetch(assetUrl(id))
      .then(async (r) => (r.ok ? createImageBitmap(await r.blob()) : null))
      .catch(() => null)
      .then((made) => void loaded.set(id, made));
    loading.set(id, known);
  }
  return known;
}

/** Pictures on the page: each is fetched once; `again` is called when one that was missing has come. */
export function pageAssets(again: () => void): AssetOf {
  return (id) => {
    const known = loaded.get(id);
    if (known === undefined) void load(id).then(again);
    return known ? { source: known, width: known.width, height: known.height } : null;
  };
}
