import type { Json, Screen, World } from '../model/index.js';
import type { Layer } from './props.js';
import { resolve } from './resolve.js';
import type { ResolveOptions } from './scope.js';

/**
 * Where the values of a part came from: for every attribute (`fill`) and prop (`props.x`) the layers that give it a value,
 * weakest first; the last one shows. Only what lies on the way to the part is resolved for it.
 */
export function explainPart(
  world: World,
  screen: Screen | string,
  key: string,
  options: ResolveOptions = {},
): ReadonlyMap<string, readonly Layer[]> {
  const layers = new Map<string, Layer[]>();
  const tell = (layer: Layer): void => {
    const known = layers.get(layer.name);
    if (known) known.push(layer);
    else layers.set(layer.name, [layer]);
  };
  resolve(world, screen, { ...options, trace: { key, tell } });
  return layers;
}

/** The same for one attribute or prop. */
export function explain(
  world: World,
  screen: Screen | string,
  key: string,
  name: string,
  options: ResolveOptions = {},
): readonly Layer[] {
  return explainPart(world, screen, key, options).get(name) ?? [];
}

/** What shows in the end, and who says so in words: `a rule of Notice`. Null: nobody says anything. */
export function shownBy(
  layers: readonly Layer[] | undefined,
): { readonly value: Json; readonly from: Layer['from']; readonly says: string } | null {
  const last = layers?.at(-1);
  if (!last) return null;
  const says: Readonly<Record<Layer['from'], string>> = {
    original: last.whose,
    rule: `a rule of ${last.whose}`,
    binding: last.whose,
    default: `${last.whose}’s default`,
    inherited: `${last.whose} around it`,
    preserved: 'what it was before',
    override: 'you',
    screen: 'this screen',
  };
  return { value: last.value, from: last.from, says: says[last.from] };
}
