import { aliasPath } from '../model/index.js';
import type { Tell, TransferContext } from './context.js';

const COLOURS: readonly string[] = ['fill', 'color', 'stroke'];

/** Colours that were chosen as such and not as tokens: another brand leaves them as they are. */
export function literal({ screen, node, name, original, where }: TransferContext, tell: Tell): void {
  if (where !== '') return;
  for (const { kind, name: attr, value } of node.overrides)
    if (kind === 'attr' && typeof value === 'string' && aliasPath(value) === null && COLOURS.includes(attr))
      tell({
        type: 'literal',
        screen: screen.id,
        node: node.id,
        title: `Own colour ${value} on ${name}`,
        detail: `It is not a token, so it stays as it is on ${screen.name}.`,
        measure: 1,
        group: `literal|${node.component}|${attr}|${value}`,
        about: original,
        key: node.id,
        what: value,
      });
}
