import type { Json } from '../base/index.js';
import type { Attrs, KitRef, Node, NodeId } from './node.js';
import { withWidths } from './width.js';

/** A value of an attribute that is written in a kit's own terms, as it is said outside of it: tokens and text styles name the kit. */
export function qualifyValue(name: string, value: Json, ref: KitRef): Json {
  if (typeof value !== 'string') return value;
  if (name === 'textStyle') return value.startsWith('means:') || value.includes('@') ? value : `${ref}/${value}`;
  const m = /^\{([^{}]+)\}$/u.exec(value);
  return m?.[1] && !m[1].startsWith('means:') && !m[1].includes('@') ? `{${ref}/${m[1]}}` : value;
}
/** The other way round: within the kit itself it need not be named. */
export function bareValue(name: string, value: Json, ref: KitRef): Json {
  if (typeof value !== 'string') return value;
  if (name === 'textStyle') return value.startsWith(`${ref}/`) ? value.slice(ref.length + 1) : value;
  return value.startsWith(`{${ref}/`) ? `{${value.slice(ref.length + 2)}` : value;
}
export const qualifyAttrs = (attrs: Readonly<Record<string, unknown>>, ref: KitRef): Attrs =>
  Object.fromEntries(Object.entries(attrs).map(([k, v]) => [k, qualifyValue(k, v as Json, ref)])) as Attrs;

/** Tokens that a template writes plainly are its kit's; on a screen they name the kit. */
export function qualify(nodes: Readonly<Record<NodeId, Node>>, ref: KitRef): Record<NodeId, Node> {
  return Object.fromEntries(
    Object.values(nodes).map((n) => [
      n.id,
      {
        ...n,
        attrs: qualifyAttrs(n.attrs as Readonly<Record<string, unknown>>, ref),
        ...withWidths(n, (a) => qualifyAttrs(a as Readonly<Record<string, unknown>>, ref)),
      } as Node,
    ]),
  );
}
