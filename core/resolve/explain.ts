import type { Screen, World } from '../model/index.js';
import type { Layer } from './props.js';
import { resolve, type ResolveOptions } from './resolve.js';

/**
 * Where a value came from: every layer that gives `name` a value on the part with `key`, weakest first; the last one shows.
 * @param name an attribute (`fill`), or `props.x` of an instance
 */
export function explain(world: World, screen: Screen | string, key: string, name: string, options: ResolveOptions = {}): readonly Layer[] {
  const layers: Layer[] = [];
  resolve(world, screen, { ...options, trace: { key, tell: (layer) => layer.name === name && layers.push(layer) } });
  return layers;
}
