import { kitRef, type Kit, type KitRef, type TextStyle } from '../core/index.js';

/** A kit like another, under a name of its own, with something about it changed: for what a rebrand should find and mend. */
export function oddKit(
  of: Kit,
  change: {
    /** Colours, lengths: new values by path. */
    readonly tokens?: Readonly<Record<string, string | number>>;
    readonly styles?: (s: TextStyle) => TextStyle;
    readonly components?: (text: string) => string;
  },
): { readonly ref: KitRef; readonly kit: Kit } {
  const ref = 'odd-line@1.0.0';
  const renamed = JSON.stringify(of).replaceAll(kitRef(of), ref);
  const kit = JSON.parse(change.components?.(renamed) ?? renamed) as Kit;
  const tokens = { ...kit.tokens };
  for (const [path, value] of Object.entries(change.tokens ?? {})) {
    const token = tokens[path];
    if (!token) throw new Error(`${ref} has no ${path}`);
    tokens[path] = { ...token, value };
  }
  const textStyles = Object.fromEntries(
    Object.entries(kit.textStyles).map(([id, s]) => [id, change.styles?.(s) ?? s] as const),
  );
  return { ref, kit: { ...kit, id: 'odd-line', version: '1.0.0', name: 'Odd Line', tokens, textStyles } };
}
