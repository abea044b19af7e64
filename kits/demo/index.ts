import {
  blankScreen,
  buildPieces,
  emptyProject,
  readOutline,
  vocabulary,
  type ContentSet,
  type InstanceNode,
  type Kit,
  type KitRef,
  type Node,
  type Project,
  type Screen,
  type Override,
} from '../../core/index.js';
import { huts, manifest, sailings, travellers } from './content.js';
import { withInteractions } from './behaviours.js';
import { withOriginals } from './originals.js';
import { norrvik, summit, type DemoScreen } from './screens.js';

const SIZES = { phone: [390, 844], desktop: [1280, 800] } as const;

/** Builds a screen from its outline, through the reader that pasted text goes through. */
function hang(demo: DemoScreen, kit: Kit, sets: readonly ContentSet[]): Screen {
  const [width, height] = SIZES[demo.device];
  const blank = blankScreen(demo.id, demo.name, demo.flow, demo.device, width, height);
  const plan = readOutline(demo.outline, vocabulary(kit), kit, sets);
  if (plan.problem !== null || plan.notes.length > 0)
    throw new Error(
      `${demo.name}: ${plan.problem ?? plan.notes.join(' ')} ${JSON.stringify(plan.items.filter((i) => i.thing.role === 'text').map((i) => i.values))}`,
    );
  let n = 0;
  const pieces = buildPieces(plan, () => `${demo.id}-${++n}`);
  const root = blank.nodes[blank.root];
  if (root?.type !== 'box') throw new Error(`${demo.name} has no ground`);
  const nodes: Record<string, Node> = { ...blank.nodes, [root.id]: { ...root, children: pieces.map((p) => p.root) } };
  for (const p of pieces) Object.assign(nodes, p.nodes);
  return { ...blank, nodes };
}

function project(
  id: string,
  name: string,
  kit: Kit,
  ref: KitRef,
  flows: readonly (readonly [string, string])[],
  screens: readonly DemoScreen[],
  sets: readonly ContentSet[],
): Project {
  return {
    ...emptyProject(id, name, ref),
    flows: flows.map(([flow, called]) => ({ id: flow, name: called })),
    contentSets: Object.fromEntries(sets.map((s) => [s.id, s])),
    screens: screens.map((s) => hang(s, kit, sets)),
  };
}

/** The screens with one instance, found by its component and a text of its own, chosen something more on. */
function choose(
  p: Project,
  screen: string,
  component: string,
  says: string,
  more: readonly Omit<Override, 'home'>[],
): Project {
  const screens = p.screens.map((s) => {
    if (s.id !== screen) return s;
    const node = Object.values(s.nodes).find(
      (n): n is InstanceNode =>
        n.type === 'instance' && n.component.endsWith(`/${component}`) && n.overrides.some((t) => t.value === says),
    );
    if (!node) throw new Error(`${s.name} has no ${component} that says ${says}`);
    return {
      ...s,
      nodes: {
        ...s.nodes,
        [node.id]: { ...node, overrides: [...node.overrides, ...more.map((m) => ({ home: node.component, ...m }))] },
      },
    };
  });
  return { ...p, screens };
}

/** Overrides of every kind: a nested part's prop, colour and visibility, a part of the thing itself, one for narrow screens only. */
const OWN_WAYS: readonly (readonly [string, string, string, readonly Omit<Override, 'home'>[]])[] = [
  ['cabin', 'panel-card', 'Outside cabin', [{ at: ['action'], kind: 'prop', name: 'tone', value: 'strong' }]],
  ['pay', 'panel-card', 'Your crossing', [{ at: ['title'], kind: 'attr', name: 'color', value: '{color.buoy}' }]],
  ['trips', 'panel-card', 'Tarn Isle', [{ at: ['note'], kind: 'attr', name: 'visible', value: false }]],
  ['who', 'action', 'Continue', [{ at: ['root'], kind: 'attr', name: 'fill', value: '#cfe8dc' }]],
  [
    'detail',
    'panel-card',
    'Deck seat',
    [{ at: [], kind: 'prop', name: 'raised', value: true, when: { maxWidth: 600 } }],
  ],
];

/** The projects that a first start opens on. Everything in them is made up. Kits that are not installed leave theirs out. */
/** What leaves as files of its own: by screen and component. */
const ASSETS: Readonly<Record<string, string>> = { detail: 'photo', pass: 'glyph' };
const withAssets = (p: Project): Project => ({
  ...p,
  screens: p.screens.map((s): Screen => {
    const found = Object.values(s.nodes).find(
      (n) => n.type === 'instance' && n.component.endsWith(`/${ASSETS[s.id] ?? ' '}`),
    );
    return found ? { ...s, nodes: { ...s.nodes, [found.id]: { ...found, asset: true } } } : s;
  }),
});

export function demoProjects(kits: ReadonlyMap<KitRef, Kit>): Project[] {
  const find = (id: string): readonly [KitRef, Kit] | undefined => [...kits].find(([, k]) => k.id === id);
  const made: Project[] = [];
  const skerry = find('skerry-line');
  if (skerry) {
    const [ref, kit] = skerry;
    const plain = project(
      'norrvik-crossings',
      'Norrvik crossings',
      kit,
      ref,
      [
        ['book', 'Book a crossing'],
        ['day', 'On the day'],
        ['desk', 'Deck desk'],
      ],
      norrvik,
      [sailings, manifest, travellers],
    );
    made.push(
      withAssets(
        withInteractions(
          withOriginals(
            OWN_WAYS.reduce((p, o) => choose(p, ...o), plain),
            kits,
            ref,
          ),
          kits,
        ),
      ),
    );
  }
  const plywood = find('plywood');
  if (plywood) {
    const [ref, kit] = plywood;
    made.push(project('summit-pass', 'Summit pass', kit, ref, [['pass', 'Summit pass']], summit, [huts]));
  }
  return made;
}
