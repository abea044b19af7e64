import { isFilled, type Json, type Node } from '../model/index.js';
import type { Look } from './look.js';
import type { Layer } from './props.js';
import { whenHolds } from './rules.js';
import { toChangedLook, toLook } from './values.js';
import type { Context, Scope } from './scope.js';

/** Who is told where the values of a part come from, when somebody asked for this one. */
export function tracing(context: Context, key: string): ((layer: Layer) => void) | null {
  const t = context.options.trace;
  return t && t.key === key ? t.tell : null;
}

/** What rules, bindings, single items and enclosing trees change of a node's own attributes, in that order; null: nothing. */
export function gather(context: Context, scope: Scope, node: Node, key: string): Record<string, unknown> | null {
  const rules = scope.rules.get(node.id);
  const reach = scope.reach.get(node.id);
  const entry = scope.component ? undefined : scope.entry?.[node.id];
  const tell = tracing(context, key);
  if (!rules && !node.bind && !reach && !entry && !tell) return null;
  const changes: Record<string, unknown> = {};
  const whose = scope.component?.name ?? 'This screen';
  if (tell)
    for (const [name, value] of Object.entries(node.attrs))
      tell({ from: scope.component ? 'original' : 'screen', name, value: value as Json, whose });
  if (rules)
    for (const name in rules) {
      if (name.startsWith('props.') || name === 'place') continue;
      const value = rules[name] as Json;
      changes[name] = value;
      tell?.({ from: 'rule', name, value, whose });
    }
  if (node.bind)
    for (const name in node.bind) {
      if (name.startsWith('props.')) continue;
      const from = node.bind[name] ?? '';
      const value = bound(scope, from);
      if (value === undefined) continue;
      // An empty text or icon takes no room unless the tree says otherwise.
      if ((name === 'text' || name === 'icon') && !isFilled(value)) changes['visible'] = false;
      changes[name] = value;
      tell?.({ from: 'binding', name, value, whose: `${whose}’s ${from}` });
    }
  const set = (s: { readonly name: string; readonly value: Json }): void => {
    changes[s.name] = s.value;
    if (s.name === 'text' && isFilled(s.value) && node.bind?.['text']) delete changes['visible'];
  };
  for (const s of entry ?? []) {
    if (s.kind !== 'attr' || s.at.length > 0 || !whenHolds(s.when, scope.states, context.width)) continue;
    set(s);
    tell?.({ from: 'override', name: s.name, value: s.value, whose: 'This item' });
  }
  for (const s of reach ?? []) {
    if (s.kind !== 'attr' || s.at.length !== 1 || !whenHolds(s.when, scope.states, context.width)) continue;
    set(s);
    tell?.({ from: s.from < 0 ? 'preserved' : 'override', name: s.name, value: s.value, whose: scope.owner });
  }
  return changes;
}

export const lookOf = (context: Context, scope: Scope, node: Node, changes: Record<string, unknown> | null): Look =>
  changes ? toChangedLook(context, scope.kit, node.attrs, changes) : toLook(context, scope.kit, node.attrs);

/** What a text says, with what is changed of it. */
export function textOf(node: Node, changes: Record<string, unknown> | null): string {
  const said = changes && 'text' in changes ? changes['text'] : node.attrs.text;
  return typeof said === 'string' ? said : said === undefined ? '' : String(said);
}

export function bound(scope: Scope, from: string): Json | undefined {
  const dot = from.indexOf('.');
  if (dot < 0) return scope.props[from];
  const { item } = scope;
  if (!item || item.of !== from.slice(0, dot)) return undefined;
  const field = from.slice(dot + 1);
  return item.values[field] ?? item.props.find((p) => p.id === field)?.default;
}
