import { shownComponent, splitRef } from '../model/index.js';
import type { Tell, TransferContext } from './context.js';

/** Components that nothing of the other kit stands for. */
export function noCounterpart(
  { screen, node, before, after, name, original, where }: TransferContext,
  tell: Tell,
): void {
  if (where !== '') return;
  const kitOf = (ref: string): string => splitRef(ref).kit;
  const applied =
    after.find((a) => a.kit === kitOf(node.component)) ??
    after.find((a) => a.kit === kitOf(shownComponent(before, node.component)));
  if (applied?.sheet.pairs[node.component]?.to !== null || shownComponent(after, node.component) !== node.component)
    return;
  tell({
    type: 'no-counterpart',
    screen: screen.id,
    node: node.id,
    title: `No counterpart: ${name}`,
    detail: `It stays as it is on ${screen.name}.`,
    measure: 1,
    group: `no-counterpart|${node.component}`,
    about: original,
    key: node.id,
  });
}
