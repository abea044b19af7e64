import { partAddress, shownComponent } from '../model/index.js';
import type { Outcome, TransferEntry } from '../transfer/index.js';
import type { Issue } from './issue.js';
import type { Tell, TransferContext } from './context.js';

const issue = (
  { screen, node, original }: TransferContext,
  type: Issue['type'],
  title: string,
  entry: TransferEntry,
  detail: string,
): Issue => ({
  type,
  screen: screen.id,
  node: node.id,
  title: `${title}: ${entry.what}`,
  detail,
  measure: 1,
  group: `${type}|${node.component}|${entry.what}`,
  about: original,
  key: node.id,
  what: entry.what,
});
const waited = ({ was }: TransferContext, entry: TransferEntry): boolean =>
  was.ledger[entry.override]?.outcome === 'parked';
const entries = ({ now }: TransferContext, ...outcomes: readonly Outcome[]): readonly TransferEntry[] =>
  now.ledger.filter((e) => outcomes.includes(e.outcome));

/** Overrides that nothing shows now, and something did; and what a thing does by a part that nothing stands for any more. */
export function parked(context: TransferContext, tell: Tell): void {
  const { screen, node, before, after, name, original, where } = context;
  for (const entry of entries(context, 'parked'))
    if (!waited(context, entry))
      tell(issue(context, 'parked', 'Parked', entry, `${entry.why}${where}. Kept for later on ${screen.name}.`));
  if (where !== '') return;
  const lost = (node.interactions ?? []).filter(
    (b) =>
      partAddress(after, b, shownComponent(after, node.component)) === null &&
      partAddress(before, b, shownComponent(before, node.component)) !== null,
  );
  if (lost.length > 0)
    tell({
      type: 'parked',
      screen: screen.id,
      node: node.id,
      title: `Parked: what ${lost.length === 1 ? `${lost[0]?.part?.at.join(' of ') ?? 'a part'} does` : 'parts of it do'}`,
      detail: `Nothing stands for that part of ${name} on ${screen.name}. Kept for later.`,
      measure: lost.length,
      group: `parked|${node.component}|interactions`,
      about: original,
      key: node.id,
    });
}

/** Meanings that were left to the kit, and that the other kit would have said otherwise. */
export function preserved(context: TransferContext, tell: Tell): void {
  const { screen, was, where } = context;
  for (const entry of entries(context, 'preserved'))
    if (!was.ledger.some((l) => l.outcome === 'preserved' && l.what === entry.what))
      tell(issue(context, 'preserved', 'Preserved', entry, `${entry.why}${where}, on ${screen.name}.`));
}

/** Overrides that nothing showed, and that show again. */
export function returned(context: TransferContext, tell: Tell): void {
  const { screen, where } = context;
  for (const entry of entries(context, 'kept', 'mapped'))
    if (waited(context, entry))
      tell(
        issue(
          context,
          'returned',
          'Shows again',
          entry,
          `It waited${where}, and shows as ${entry.to ?? entry.what} on ${screen.name}.`,
        ),
      );
}
