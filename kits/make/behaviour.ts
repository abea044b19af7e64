import { componentInteractionsOf, readKit, writeComponentSentence, kitRef, type Kit } from '../../core/index.js';
import type { Part } from './write.js';

/**
 * Kits with what their components do by themselves written into them: what a component says, else what is usual for its role. A kit comes
 * after the one that it is based on. Throws where a sentence cannot be read.
 */
export function withBehaviour(kits: readonly Part[]): readonly Part[] {
  const known = new Map<string, Kit>();
  return kits.map((kit) => {
    const { value, problems } = readKit(kit, { bases: known });
    if (!value) throw new Error(`${String(kit['id'])} cannot be read`);
    const bad = problems.find((p) => p.code === 'component.does');
    if (bad) throw new Error(bad.message);
    known.set(kitRef(value), value);
    const components = kit['components'] as readonly Part[] | undefined;
    if (!components) return kit;
    return {
      ...kit,
      components: components.map((c) => {
        const read = value.components[String(c['id'])];
        const interactions = read ? componentInteractionsOf(read).map((b) => writeComponentSentence(read, b)) : [];
        if (!read || interactions.length === 0) return c;
        const rest = Object.entries(c).filter(([k]) => k !== 'interactions');
        return Object.fromEntries(
          rest.flatMap(([k, v]) =>
            k === 'tree'
              ? [
                  [k, v],
                  ['interactions', interactions],
                ]
              : [[k, v]],
          ),
        );
      }),
    };
  });
}
