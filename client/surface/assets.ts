import { assetUrl } from '../api.js';
import type { AssetOf } from './canvas.js';

const loaded = new Map<string, HTMLImageElement>();

/** Pictures on the page: each is fetched once; `again` is called when one that was missing has come. */
export function pageAssets(again: () => void): AssetOf {
  return (id) => {
    let img = loaded.get(id);
    if (!img) {
      img = new Image();
      img.src = assetUrl(id);
      loaded.set(id, img);
    }
    if (!img.complete) {
      img.addEventListener('load', again, { once: true });
      return null;
    }
    return img.naturalWidth === 0 ? null : { source: img, width: img.naturalWidth, height: img.naturalHeight };
  };
}
