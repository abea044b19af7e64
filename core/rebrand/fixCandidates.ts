import { colourDistance, contrast } from '../colour/index.js';
import { findAt, placeOfKey, treeOfScreen, type Found, type Step } from '../edit/index.js';
import { transferInstance } from '../transfer/index.js';
import { matched, pairProp } from '../match/index.js';
import {
  akin,
  componentAt,
  componentsInOrder,
  kitAt,
  placesOf,
  roleFacts,
  overrideKey,
  shownComponent,
  splitRef,
  subtree,
  tokenValue,
  appliedKitsOf,
  type ComponentRef,
  type InstanceNode,
  type Json,
  type Kit,
  type MatchSheet,
  type NodeId,
  type Screen,
  type Override,
  type TextStyle,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { TARGET_SIZE, type Issue, type IssueGroup } from '../check/index.js';
import { given, type Given } from './given.js';
import { chooseOption, chooseProp } from './plan.js';

/** What may mend a cause: ways to be tried, see `fixes.ts`. */

/** An option of a component of the first kit, and the option of what shows it that stands for it. */
export type OptionChoice = Parameters<typeof chooseOption>[1];
/** A property of a component of the first kit, and the one of what shows it that stands for it. */
export type PropChoice = Parameters<typeof chooseProp>[2];

export interface Candidate {
  readonly id: string;
  readonly says: string;
  /** What it changes of the original that a place shows: for this project, in this kit alone. */
  readonly edit?: (place: Issue, found: Found) => readonly Change[];
  /** Or of several, whatever the place. */
  readonly all?: readonly Change[];
  /** Or what it changes on a screen. */
  readonly steps?: (screen: Screen, place: Issue) => readonly Step[];
  readonly pair?: { readonly from: ComponentRef; readonly to: ComponentRef };
  readonly option?: OptionChoice;
  readonly prop?: PropChoice;
  /** Or a property that what is shown gets by its edition, to show in it what `prop` says. */
  readonly gives?: Given;
  /** It is done with the change of kit and makes no sense without: what is worn now need not stay as it looks. */
  readonly withIt?: boolean;
}
/** An attribute of a part of an original. */
export interface Change {
  readonly ref: ComponentRef;
  readonly part: NodeId;
  readonly name: string;
  readonly value: Json;
}

/** So many other components are tried for one that lost something. */
const OTHERS = 4;
/** Colours more alike than this are taken for the same; see `colourDistance`. */
const SAME = 0.03;

const attr =
  (name: string, value: Json) =>
  (_: Issue, { ownerRef, part }: Found): readonly Change[] => [{ ref: ownerRef, part: part.id, name, value }];

/** The original that what a place is about belongs to, and the part of it. Null for plain things of a screen. */
export function partAt(
  world: World,
  screens: ReadonlyMap<string, Screen>,
  place: Issue | undefined,
  after: (s: Screen) => readonly AppliedKit[],
): Found | null {
  const screen = place && screens.get(place.screen);
  const at = screen && placeOfKey(screen, place.key);
  const node = at ? screen.nodes[at.node] : undefined;
  if (!at || node?.type !== 'instance') return null;
  if (at.at.length > 0) return findAt(world, after(screen), node, at.at);
  const ownerRef = shownComponent(after(screen), node.component);
  const owner = componentAt(world, ownerRef);
  const part = owner?.nodes[owner.root];
  return owner && part ? { owner, ownerRef, part } : null;
}

/** Ways that may mend a text that has not the room it needs. */
function roomier(world: World, cause: IssueGroup, found: Found | null): readonly Candidate[] {
  const list: Candidate[] = [];
  if (cause.type === 'text-cut')
    list.push({ id: 'lines', says: 'Let it take as many lines as it needs', edit: attr('maxLines', 0) });
  const kit = found ? kitAt(world, splitRef(found.ownerRef).kit) : undefined;
  for (const style of kit && found ? stylesBelow(kit, found.part.attrs.textStyle) : [])
    list.push({ id: `style ${style.id}`, says: `Write it in ${style.name}`, edit: attr('textStyle', style.id) });
  return list;
}
/** Less room inside what grew: the gap and padding of the whole of it, by the next smaller of its kit. */
function tighter(
  world: World,
  screens: ReadonlyMap<string, Screen>,
  place: Issue | undefined,
  after: (s: Screen) => readonly AppliedKit[],
): readonly Candidate[] {
  const screen = place && screens.get(place.screen);
  if (!screen || !screen.nodes[place.node]) return [];
  // Of a series, or a plain box: what stands in it grew.
  const on = after(screen);
  const within = subtree(screen.nodes, place.node).map((id) => screen.nodes[id]);
  const refs = new Set(within.flatMap((n) => (n?.type === 'instance' ? [shownComponent(on, n.component)] : [])));
  if (refs.size > MOST_TIGHTER) return [];
  const first = componentAt(world, [...refs][0] ?? '')?.name ?? '';
  return [1, 2].flatMap((steps): readonly Candidate[] => {
    const all = [...refs].flatMap((ref) => tightened(world, ref, steps));
    const what = refs.size > 1 ? `${first} and what stands beside it` : first;
    const says = `Give ${what} ${steps > 1 ? 'much ' : ''}less room inside`;
    return all.length === 0 ? [] : [{ id: `tighter ${steps}`, says, all }];
  });
}
/** So many components are given less room at once. */
const MOST_TIGHTER = 4;
/** The gap and padding of the whole of an original, so many steps down the scale of its kit. */
function tightened(world: World, ref: ComponentRef, steps: number): readonly Change[] {
  const shown = componentAt(world, ref);
  const kit = kitAt(world, splitRef(ref).kit);
  const root = shown?.nodes[shown.root];
  if (!kit || root?.type !== 'box') return [];
  const px = (value: Json | undefined): number | null => {
    const said = typeof value === 'string' ? tokenValue(kit, value.slice(1, -1)) : value;
    const number = typeof said === 'string' ? Number(/^(\d+(?:\.\d+)?)px$/u.exec(said)?.[1] ?? NaN) : said;
    return typeof number === 'number' && !Number.isNaN(number) ? number : null;
  };
  const scale = Object.keys(kit.tokens)
    .flatMap((path) => {
      const value = /^(?:space|gap)/u.test(kit.tokens[path]?.means ?? path) ? px(`{${path}}`) : null;
      return value === null ? [] : [{ path, value }];
    })
    .sort((a, b) => b.value - a.value);
  return (['gap', 'padding', 'paddingY', 'paddingTop', 'paddingBottom'] as const).flatMap((name) => {
    const now = px(root.attrs[name] as Json | undefined);
    const to = now === null ? undefined : scale.filter((t) => t.value < now)[steps - 1];
    return to ? [{ ref, part: root.id, name, value: `{${to.path}}` }] : [];
  });
}
/** The next smaller text styles of a kit, in the same letters. */
function stylesBelow(kit: Kit, id: string | undefined): readonly TextStyle[] {
  const now = id === undefined || !Object.hasOwn(kit.textStyles, id) ? undefined : kit.textStyles[id];
  if (!now) return [];
  return Object.values(kit.textStyles)
    .filter((t) => t.family === now.family && t.size < now.size && t.size >= 11)
    .sort((a, b) => b.size - a.size || Math.abs(a.weight - now.weight) - Math.abs(b.weight - now.weight))
    .slice(0, 2);
}

/** A token as the kit of an original says it; as its own value where that is another kit. */
const tokenFor = (world: World, found: Found, kit: Kit, path: string): Json =>
  kitAt(world, splitRef(found.ownerRef).kit) === kit ? `{${path}}` : (tokenValue(kit, path) ?? `{${path}}`);

/** Colours of a kit that can be read on a ground, the one most like what stands there first. */
function readable(
  kit: Kit,
  text: string,
  ground: string,
  needs: number,
  mode: string,
): readonly { path: string; colour: string }[] {
  return Object.keys(kit.tokens)
    .flatMap((path) => {
      const colour = kit.tokens[path]?.type === 'color' ? tokenValue(kit, path, mode) : undefined;
      const ratio = typeof colour === 'string' ? contrast(colour, ground) : null;
      return typeof colour === 'string' && ratio !== null && ratio >= needs ? [{ path, colour }] : [];
    })
    .sort((a, b) => colourDistance(a.colour, text) - colourDistance(b.colour, text));
}

/** Other components that may show what now loses something, the likeliest first. */
function others(world: World, sheet: MatchSheet, from: ComponentRef): readonly Candidate[] {
  const a = componentAt(world, from);
  const kit = kitAt(world, sheet.to);
  if (!a || !kit) return [];
  const now = sheet.pairs[from]?.to;
  return componentsInOrder(kit)
    .map((b) => {
      const ref = `${sheet.to}/${b.id}`;
      const pair = matched(world, from, a, ref, b);
      const shared = Object.values(pair.props).filter((p) => p.to !== null).length;
      // What takes the width of a screen is no stand-in for what takes a corner of it.
      const kin = akin(a.role, b.role) && (roleFacts(a.role).wide ?? false) === (roleFacts(b.role).wide ?? false);
      if (a.role !== b.role && !kin) return { ref, b, score: 0 };
      return { ref, b, score: shared / Math.max(1, a.contract.props.length) + (a.role === b.role ? 1 : kin ? 0.4 : 0) };
    })
    .filter((x) => x.ref !== now && x.score > 0.4)
    .sort((x, y) => y.score - x.score)
    .slice(0, OTHERS)
    .map(({ ref, b }) => ({ id: `pair ${ref}`, says: `Show ${a.name} as ${b.name}`, pair: { from, to: ref } }));
}

/** Everything that may mend a cause. */
export function candidates(
  world: World,
  screens: ReadonlyMap<string, Screen>,
  cause: IssueGroup,
  sheet: MatchSheet,
  after: (s: Screen) => readonly AppliedKit[],
): readonly Candidate[] {
  const first = cause.places[0];
  const found = partAt(world, screens, first, after);
  switch (cause.type) {
    case 'text-cut':
    case 'text-outside':
    case 'text-wrapped':
      return roomier(world, cause, found);
    case 'contrast': {
      const { colours } = first ?? {};
      const kit = found ? kitAt(world, splitRef(found.ownerRef).kit) : undefined;
      if (!colours || !kit) return [];
      return readable(kit, colours.text, colours.ground, colours.needs, first?.mode ?? '')
        .slice(0, 2)
        .map(({ path }) => ({
          id: `colour ${path}`,
          says: `Write it in ${path.replace(/^color\./u, '')}`,
          edit: (_: Issue, f: Found) => [
            // Each in the words of the kit that its original belongs to.
            { ref: f.ownerRef, part: f.part.id, name: 'color', value: tokenFor(world, f, kit, path) },
          ],
        }));
    }
    case 'small-target':
      return [
        {
          id: 'target',
          says: `Make it at least ${TARGET_SIZE} px`,
          edit: (_, { instance, ownerRef, owner, part }) => {
            // The thing itself: the root of what it shows.
            const ref = instance?.ref ?? ownerRef;
            const root = instance?.component.root ?? (part.id === owner.root ? owner.root : undefined);
            return root === undefined
              ? []
              : (['minHeight', 'minWidth'] as const).map((name) => ({ ref, part: root, name, value: TARGET_SIZE }));
          },
        },
      ];
    case 'outside':
      return [{ id: 'wrap', says: 'Let what it stands in wrap', steps: (s, p) => wrapAround(s, p.node) }];
    case 'parked':
    case 'parked-content':
    case 'no-counterpart': {
      const screen = first && screens.get(first.screen);
      const node = screen?.nodes[first?.node ?? ''];
      if (!screen || node?.type !== 'instance') return [];
      const waits = cause.type === 'parked' ? parkedOf(world, cause, after(screen), node) : undefined;
      return [
        ...(cause.type === 'no-counterpart' ? [] : split(world, sheet, cause, node)),
        ...(waits
          ? [
              ...otherOptions(world, sheet, waits),
              ...otherProps(world, sheet, waits),
              ...givenProp(world, sheet, waits),
            ]
          : []),
        ...others(world, sheet, shownComponent(appliedKitsOf(world.project, screen), node.component)),
      ];
    }
    case 'literal':
      return asToken(world, first, screens);
    case 'grew':
      return tighter(world, screens, first, after);
    case 'overlap':
    case 'glyph':
    case 'focus':
    case 'preserved':
    case 'returned':
      return [];
  }
}
/** The property set on an instance itself that a cause says is parked. */
function parkedOf(
  world: World,
  cause: IssueGroup,
  worn: readonly AppliedKit[],
  node: InstanceNode,
): Override | undefined {
  const entry = transferInstance(world, worn, node).ledger.find(
    (l) => l.outcome === 'parked' && l.what === cause.places[0]?.what,
  );
  const found = entry && node.overrides[entry.override];
  return found?.kind === 'prop' && found.at.length === 0 ? found : undefined;
}
/** An option that has no counterpart, shown as one that is there: the one in the same place of the row first. */
function otherOptions(world: World, sheet: MatchSheet, s: Override): readonly Candidate[] {
  if (typeof s.value !== 'string') return [];
  const pair = sheet.pairs[s.home];
  const from = componentAt(world, s.home)?.contract.props.find((p) => p.id === s.name);
  const to = pair?.to
    ? componentAt(world, pair.to)?.contract.props.find((p) => p.id === pair.props[s.name]?.to)
    : undefined;
  if (from?.kind !== 'choice' || to?.kind !== 'choice') return [];
  const { value } = s;
  const at = from.options.findIndex((o) => o.id === value) / Math.max(1, from.options.length - 1);
  const far = (i: number): number => Math.abs(i / Math.max(1, to.options.length - 1) - at);
  const name = from.options.find((o) => o.id === value)?.name ?? value;
  return to.options
    .map((o, i) => ({ o, by: far(i) }))
    .sort((a, b) => a.by - b.by)
    .slice(0, 2)
    .map(({ o }) => ({
      id: `option ${o.id}`,
      says: `Show ${from.name.toLowerCase()} ${name} as ${o.name}`,
      option: { from: s.home, prop: s.name, option: value, to: o.id },
    }));
}
/** A property that nothing shows, in one that could and shows nothing else: the one most alike in kind and meaning first. */
function otherProps(world: World, sheet: MatchSheet, s: Override): readonly Candidate[] {
  const pair = sheet.pairs[s.home];
  const a = componentAt(world, s.home)?.contract.props.find((p) => p.id === s.name);
  const b = pair?.to ? componentAt(world, pair.to) : undefined;
  if (!pair || !a || !b || a.means === 'state') return [];
  const taken = new Set(Object.values(pair.props).flatMap((p) => [p.to, ...(p.also ?? []).map((o) => o.to)]));
  return b.contract.props
    .filter((p) => p.means !== 'state' && !taken.has(p.id) && pairProp(a, p) !== null)
    .sort((x, y) => Number(y.kind === a.kind) - Number(x.kind === a.kind))
    .slice(0, 2)
    .map((p) => ({
      id: `prop ${p.id}`,
      says: `Show ${a.name.toLowerCase()} in ${p.name.toLowerCase()}`,
      prop: { from: s.home, prop: s.name, to: p.id },
    }));
}
/** A property that nothing shows, given to what is shown. */
function givenProp(world: World, sheet: MatchSheet, s: Override): readonly Candidate[] {
  const gives = given(world, sheet, s.home, s.name, s.value);
  const a = componentAt(world, s.home);
  const name = a?.contract.props.find((p) => p.id === s.name)?.name ?? '';
  if (!a || !gives) return [];
  return [
    {
      id: `give ${gives.prop}`,
      says: `Give ${componentAt(world, gives.ref)?.name ?? 'it'} “${name}”, as ${a.name} has it`,
      prop: { from: s.home, prop: s.name, to: gives.prop },
      gives,
    },
  ];
}
/** A component that took over what is parked, where a newer version of a kit split the one that had it. */
function split(world: World, sheet: MatchSheet, cause: IssueGroup, node: InstanceNode): readonly Candidate[] {
  const kit = kitAt(world, sheet.to);
  const id = splitRef(node.component).id;
  if (!kit || sheet.from.split('@')[0] !== kit.id) return [];
  const places = new Set(cause.places.map((p) => `${p.screen} ${p.node}`));
  return componentsInOrder(kit)
    .filter((c) => c.splitFrom === id)
    .map((c) => ({
      id: `split ${c.id}`,
      says: `Show ${cause.places.length === 1 ? 'it' : 'these'} as ${c.name}, which took it over`,
      withIt: true,
      steps: (s: Screen, place: Issue) =>
        places.has(`${s.id} ${place.node}`)
          ? ([
              {
                do: 'set',
                tree: treeOfScreen(s),
                node: place.node,
                field: 'component',
                value: `${sheet.to}/${c.id}`,
              },
              { do: 'set', tree: treeOfScreen(s), node: place.node, field: 'placed', value: placedAs(s, place.node) },
            ] as const)
          : [],
    }));
}
function placedAs(screen: Screen, id: NodeId): Json {
  const n = screen.nodes[id];
  return n?.type === 'instance' ? (n.placed ?? n.component) : null;
}
function wrapAround(screen: Screen, id: string): readonly Step[] {
  const into = placesOf(screen.nodes).get(id);
  const holder = into && into.slot === undefined ? screen.nodes[into.parent] : undefined;
  return holder?.type === 'box' && holder.attrs.flow === 'row' && holder.attrs.wrap !== true
    ? [{ do: 'set', tree: treeOfScreen(screen), node: holder.id, field: 'attrs.wrap', value: true }]
    : [];
}
/** A colour of one's own, as the token of the kit it was chosen in that looks the same. */
function asToken(world: World, place: Issue | undefined, screens: ReadonlyMap<string, Screen>): readonly Candidate[] {
  const node = place && screens.get(place.screen)?.nodes[place.node];
  if (node?.type !== 'instance') return [];
  const [, , name, colour = ''] = place?.group.split('|') ?? [];
  const override = node.overrides.find((s) => s.kind === 'attr' && s.name === name && s.value === colour);
  const kit = override && kitAt(world, splitRef(override.home).kit);
  const nearest =
    kit &&
    Object.keys(kit.tokens)
      .flatMap((path) => {
        const value = kit.tokens[path]?.type === 'color' ? tokenValue(kit, path) : undefined;
        return typeof value === 'string' ? [{ path, by: colourDistance(value, colour) }] : [];
      })
      .sort((a, b) => a.by - b.by)[0];
  if (!nearest || nearest.by > SAME) return [];
  return [
    {
      id: `token ${nearest.path}`,
      says: `Say it as the token ${nearest.path.replace(/^color\./u, '')}, which looks the same`,
      steps: (s, p) => {
        const one = s.nodes[p.node];
        if (one?.type !== 'instance') return [];
        return one.overrides.flatMap((x): Step[] =>
          x.kind === 'attr' && x.name === name && x.value === colour
            ? [
                {
                  do: 'override',
                  tree: treeOfScreen(s),
                  node: p.node,
                  key: overrideKey(x),
                  value: { ...x, value: `{${nearest.path}}` },
                },
              ]
            : [],
        );
      },
    },
  ];
}
