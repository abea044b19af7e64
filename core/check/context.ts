import type { Box } from '../layout/index.js';
import type { AppliedKit, InstanceNode, Screen, World } from '../model/index.js';
import { plainText, type Fonts } from '../text/index.js';
import type { Transfer } from '../transfer/index.js';
import type { Colours, Look, RNode } from '../resolve/index.js';
import type { Issue } from './issue.js';

/** A screen laid out before and after a change of what it wears; with the same twice: as it is. */
export interface LookContext {
  readonly world: World;
  readonly screen: Screen;
  readonly fonts: Fonts;
  readonly before: readonly AppliedKit[];
  readonly after: readonly AppliedKit[];
  readonly was: Box;
  readonly now: Box;
  /** The texts of it as it is now, each with what it stands in; gone through once for all checks. */
  readonly texts: readonly ShownText[];
}
/** The colours of a screen in one mode. */
export interface ColourContext {
  readonly world: World;
  readonly screen: Screen;
  /** As it was before; absent: what only counts where it got worse is not looked at. */
  readonly was: RNode | undefined;
  readonly now: RNode;
  /** Empty: the screen's own. */
  readonly mode: string;
  readonly coloursOf: (look: Look) => Colours;
}
/** Overrides on an instance, or on an item of a series, carried into what is worn before and after. */
export interface TransferContext {
  readonly world: World;
  readonly screen: Screen;
  readonly node: InstanceNode;
  readonly before: readonly AppliedKit[];
  readonly after: readonly AppliedKit[];
  readonly was: Transfer;
  readonly now: Transfer;
  /** What the component is called that was placed. */
  readonly original: string;
  /** What the instance is called now. */
  readonly name: string;
  /** ` in an item of Sailings`; empty for an instance itself. */
  readonly where: string;
}
export type Tell = (issue: Issue) => void;

/** A text that shows. */
export interface ShownText {
  readonly box: Box;
  readonly parent: Box | null;
  /** What the innermost instance around it is called; empty: it stands on the screen itself. */
  readonly within: string;
  /** Its part of an original, the same in all instances of that, and what it is called. */
  readonly part: string;
  readonly about: string;
}

/** Every text of a laid out screen that shows, in reading order. */
export function textsOf(root: Box): readonly ShownText[] {
  const found: ShownText[] = [];
  const walk = (box: Box, parent: Box | null, instance: string, owner: Box | null): void => {
    const within = box.node.instance?.name ?? instance;
    const inside = box.node.instance ? box : owner;
    if (box.para && box.node.text !== '' && box.node.look.visible)
      found.push({ box, parent, within, ...partOf(box, inside) });
    for (const c of box.children) walk(c, box, within, inside);
  };
  walk(root, null, '', null);
  return found;
}

function partOf(box: Box, inside: Box | null): { readonly part: string; readonly about: string } {
  const { instance } = inside?.node ?? {};
  if (!inside || !instance)
    return { part: `screen/${box.node.look.textStyle?.id ?? ''}`, about: 'Text of the screens' };
  // Items of a list are parts alike.
  const way = box.node.key.slice(inside.node.key.length + 1).replace(/#[^/]*\//gu, '');
  return { part: `${instance.shown}/${way}`, about: way === '' ? instance.name : `${instance.name}: ${box.node.name}` };
}

/** A text as it is quoted: plain, and cut where it is long. */
export function quoteText(written: string): string {
  const text = plainText(written);
  return `“${text.length > 40 ? `${text.slice(0, 39)}…` : text}”`;
}
/** What every issue about a text says of it. */
export const textIssue = (
  { screen }: LookContext,
  { box, part, about }: ShownText,
  type: Issue['type'],
): Pick<Issue, 'screen' | 'node' | 'group' | 'about' | 'key' | 'said'> => ({
  screen: screen.id,
  node: box.node.owner,
  group: `${type}|${part}`,
  about,
  key: box.node.key,
  said: box.node.text,
});
