import {
  partAddress,
  type Action,
  type Interaction,
  type NodeId,
  type Screen,
  type AppliedKit,
} from '../model/index.js';
import type { RNode } from '../resolve/index.js';

/** Where pressing a part leads, as far as a picture or a page can follow. */
export type Links =
  | { readonly to: 'screen'; readonly screen: string }
  | { readonly to: 'overlay'; readonly overlay: NodeId }
  | { readonly to: 'closeOverlay' }
  | { readonly to: 'address'; readonly address: string };

const first = (actions: readonly Action[]): Links | null => {
  for (const a of actions) {
    if (a.do === 'go') return { to: 'screen', screen: a.screen };
    if (a.do === 'openOverlay') return { to: 'overlay', overlay: a.overlay };
    if (a.do === 'closeOverlay') return { to: 'closeOverlay' };
    if (a.do === 'open') return { to: 'address', address: a.address };
  }
  return null;
};
const pressed = (b: Interaction): boolean => b.when.on === 'press' || b.when.on === 'action' || b.when.on === 'dismiss';

/**
 * Tells for the parts of a screen where pressing them leads: by what is said of the thing, or of that part of it. What asks a
 * condition comes after what does not, and is followed as if it held: a page cannot ask.
 * @param root the resolved screen
 */
export function linksOn(
  screen: Screen,
  appliedKits: readonly AppliedKit[],
  root: RNode,
): (part: RNode) => Links | null {
  const shown = new Map<string, string>();
  const walk = (n: RNode): void => {
    if (n.instance) shown.set(n.key, n.instance.shown);
    n.children.forEach(walk);
  };
  walk(root);
  return (part) => {
    const id = part.owner.split('/').at(-1) ?? '';
    const said = (screen.nodes[id]?.interactions ?? []).filter(pressed);
    if (said.length === 0) return null;
    const cut = part.key.lastIndexOf(id);
    if (cut < 0) return null;
    const thing = part.key.slice(0, cut + id.length);
    const at = part.key.slice(thing.length + 1);
    const meant = said.filter((b) =>
      b.part ? at !== '' && partAddress(appliedKits, b, shown.get(thing) ?? '')?.join('/') === at : at === '',
    );
    for (const b of [...meant.filter((m) => !m.if), ...meant.filter((m) => m.if)]) {
      const leads = first(b.then);
      if (leads) return leads;
    }
    return null;
  };
}
