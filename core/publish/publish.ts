import { transferInstance } from '../transfer/index.js';
import { applyEdit, breakSeriesSteps } from '../edit/index.js';
import { mapBetween, pairFor } from '../match/index.js';
import {
  aliasPath,
  componentAt,
  editionKey,
  kitAt,
  placesOf,
  shownComponent,
  withWidths,
  shownKit,
  splitRef,
  tokenValue,
  appliedKitsOf,
  type Component,
  type ComponentRef,
  type Icon,
  type Json,
  type Kit,
  type KitRef,
  type Node,
  type NodeId,
  type Nodes,
  type Project,
  type Prop,
  type Rule,
  type Screen,
  type Override,
  type Template,
  type TextStyle,
  type Token,
  type AppliedKit,
  type World,
} from '../model/index.js';

/** What is said of a kit when it is published. */
export interface PublishRequest {
  readonly id: string;
  readonly name: string;
  readonly version: string;
  readonly author: string;
  readonly licence: string;
  readonly notes: string;
  readonly summary: string;
  /** Screens that become page starters. */
  readonly starters: readonly string[];
}
export type Published = { readonly kit: Kit; readonly notes: readonly string[] } | { readonly problem: string };

/** A kit while it is put together. */
interface Making {
  readonly world: World;
  readonly own: KitRef;
  readonly main: Kit;
  readonly appliedKits: readonly AppliedKit[];
  readonly components: Map<string, Component | null>;
  /** Which of the kit's components stands for what it was. */
  readonly ids: Map<ComponentRef, string>;
  readonly tokens: Record<string, Token>;
  readonly textStyles: Record<string, TextStyle>;
  readonly icons: Record<string, Icon>;
  readonly fonts: Map<string, Kit['fonts'][number]>;
  readonly families: Set<string>;
  readonly notes: string[];
}

/**
 * Makes a kit of a project: its own components, its editions of installed ones, everything these are made of, the tokens, text
 * styles, fonts and icons that they show, and screens as page starters. As they are shown now: what is worn is written down.
 * Its components paint the same wherever it is installed.
 */
export function publishKit(world: World, wish: PublishRequest): Published {
  const { project } = world;
  const first = project.kits[0];
  const main = first === undefined ? undefined : kitAt(world, shownKit(project.appliedKits, first));
  if (!main)
    return { problem: 'The kit that this project is made with is not installed, so its tokens cannot be taken along.' };
  const own: KitRef = `${wish.id}@${wish.version}`;
  const originals = Object.values(project.originals);
  const editions = Object.keys(project.editions ?? {}).flatMap((key) => {
    const [kit = '', id = ''] = key.split('/');
    const ref = [...world.kits.keys()].find(
      (r) => r.startsWith(`${kit}@`) && project.kits.concat(project.appliedKits.map((w) => w.shows)).includes(r),
    );
    return ref && editionKey(ref, id) === key ? [`${ref}/${id}`] : [];
  });
  if (originals.length + editions.length === 0)
    return {
      problem:
        'This project has no components of its own yet. Make one of something on a screen first: select it and press m.',
    };
  const m: Making = {
    world,
    own,
    main,
    appliedKits: project.appliedKits,
    components: new Map(),
    ids: new Map(),
    tokens: { ...main.tokens },
    textStyles: { ...main.textStyles },
    icons: { ...main.icons },
    fonts: new Map(main.fonts.map((f) => [f.file, f])),
    families: new Set(),
    notes: [],
  };
  for (const o of originals) m.ids.set(`project/${o.id}`, o.id);
  for (const o of originals) take(m, `project/${o.id}`);
  for (const ref of editions) take(m, ref);
  const templates = project.screens.filter((s) => wish.starters.includes(s.id)).map((s) => starterOf(m, s));
  const components = Object.fromEntries([...m.components].flatMap(([id, c]) => (c ? [[id, c]] : [])));
  const kit: Kit = {
    id: wish.id,
    name: wish.name,
    version: wish.version,
    author: wish.author,
    licence: wish.licence,
    summary: wish.summary,
    notes: wish.notes,
    fidelity: main.fidelity,
    swatches: main.swatches,
    tokens: m.tokens,
    textStyles: m.textStyles,
    fonts: [...m.fonts.values()],
    icons: m.icons,
    components,
    families: [...m.families],
    templates,
  };
  return { kit, notes: [...new Set(m.notes)] };
}

/** The kit's id for a component, which is taken along when it is not yet. */
function take(m: Making, ref: ComponentRef): string | null {
  const { kit: kitId, id: from } = splitRef(ref);
  const c = componentAt(m.world, ref);
  if (!c) {
    m.notes.push(`${ref} is not installed; a mark shows in its place.`);
    return null;
  }
  let id = m.ids.get(ref);
  if (id === undefined) {
    const taken = new Set(m.ids.values());
    id = taken.has(from) ? `${editionKey(kitId, from).replace('/', '-')}` : from;
    for (let n = 2; taken.has(id); n++) id = `${from}-${n}`;
    m.ids.set(ref, id);
  }
  if (m.components.has(id)) return id;
  m.components.set(id, null);
  const kit = kitId === 'project' ? undefined : kitAt(m.world, kitId);
  if (kit) takeFonts(m, kit);
  const nodes = nodesOf(m, c.nodes, kit, kit ? [] : m.appliedKits);
  const family = c.family;
  m.families.add(family);
  m.components.set(id, {
    ...c,
    id,
    family,
    contract: { ...c.contract, props: c.contract.props.map((p) => propOf(m, p, kit)) },
    nodes,
    rules: c.rules.map((r) => ruleOf(m, r, c, kit)),
  });
  return id;
}
function takeFonts(m: Making, kit: Kit): void {
  if (kit === m.main) return;
  for (const f of kit.fonts) if (!m.fonts.has(f.file)) m.fonts.set(f.file, f);
}
const refOf = (m: Making, ref: ComponentRef): ComponentRef => {
  const id = take(m, ref);
  return id === null ? ref : `${m.own}/${id}`;
};
function propOf(m: Making, p: Prop, kit: Kit | undefined): Prop {
  if (p.kind === 'component' && typeof p.default === 'string' && p.default.includes('/'))
    return { ...p, default: refOf(m, p.default) };
  if (p.kind === 'colour') return { ...p, default: valueOf(m, 'fill', p.default, kit) };
  return p;
}

/** A value as the kit says it: its own tokens, text styles and icons, those of others taken along under their names. */
function valueOf(m: Making, name: string, value: Json, kit: Kit | undefined): Json {
  if (typeof value !== 'string') return value;
  if (name === 'component') return refOf(m, shownComponent(kit ? [] : m.appliedKits, value));
  if (name === 'icon') {
    const icon = kit?.icons[value];
    if (icon && !m.icons[value]) m.icons[value] = icon;
    return value;
  }
  if (name === 'textStyle') return styleOf(m, value, kit);
  const path = aliasPath(value);
  if (path === null || path.startsWith('means:')) return value;
  const [of, bare] = named(m, path, kit, 'tokens');
  if (of === m.main || !of) return `{${bare}}`;
  return `{${tokenFrom(m, of, bare)}}`;
}
/** The kit that a name is of, as it is shown, and the name in it. */
function named(
  m: Making,
  path: string,
  kit: Kit | undefined,
  what: 'tokens' | 'textStyles',
): readonly [Kit | undefined, string] {
  const cut = path.indexOf('/');
  if (!path.includes('@') || cut < 0) return [kit ?? m.main, path];
  const from: KitRef = path.slice(0, cut);
  const bare = path.slice(cut + 1);
  const shown = kit ? from : shownKit(m.appliedKits, from);
  const to = shown === from ? bare : mapBetween(m.world, m.appliedKits, from, shown)?.[what][bare];
  return [kitAt(m.world, to ? shown : from), to ?? bare];
}
function tokenFrom(m: Making, kit: Kit, path: string): string {
  const name = `${kit.id}.${path}`;
  const token = kit.tokens[path];
  if (token && !m.tokens[name]) {
    const { means: _, ...rest } = token;
    m.tokens[name] = { ...rest, path: name, value: tokenValue(kit, path) ?? token.value };
  }
  return name;
}
function styleOf(m: Making, value: string, kit: Kit | undefined): Json {
  if (value.startsWith('means:')) return value;
  const [of, bare] = named(m, value, kit, 'textStyles');
  if (!of || of === m.main) return bare;
  const style = of.textStyles[bare];
  const id = `${of.id}-${bare}`;
  if (style && !m.textStyles[id]) {
    const { means: _, ...rest } = style;
    m.textStyles[id] = { ...rest, id };
    takeFonts(m, of);
  }
  return id;
}

const attrsOf = (m: Making, attrs: Node['attrs'], kit: Kit | undefined): Node['attrs'] =>
  Object.fromEntries(Object.entries(attrs).map(([k, v]) => [k, valueOf(m, k, v as Json, kit)]));

/** A tree with everything in it in the kit's own terms, as it is shown through what is worn. */
function nodesOf(m: Making, nodes: Nodes, kit: Kit | undefined, appliedKits: readonly AppliedKit[]): Nodes {
  const made: Record<NodeId, Node> = {};
  for (const n of Object.values(nodes)) {
    const { was: _, ...rest } = n;
    const base = {
      ...rest,
      attrs: attrsOf(m, n.attrs, kit),
      ...withWidths(
        n,
        (a) => attrsOf(m, a, kit),
        (ref) => refOf(m, shownComponent(appliedKits, ref)),
      ),
    } as Node;
    if (base.type === 'instance' && n.type === 'instance') made[n.id] = instanceOf(m, n, base, kit, appliedKits);
    else if (base.type === 'series')
      made[n.id] = {
        ...base,
        entries: base.entries.map((e) => ({
          ...e,
          overrides: Object.fromEntries(
            Object.entries(e.overrides).map(([id, list]) => [id, list.map((s) => overrideOf(m, s, kit, appliedKits))]),
          ),
        })),
      };
    else made[n.id] = base;
  }
  return made;
}
function overrideOf(m: Making, s: Override, kit: Kit | undefined, appliedKits: readonly AppliedKit[]): Override {
  return {
    ...s,
    home: s.home.includes('/') ? refOf(m, shownComponent(appliedKits, s.home)) : s.home,
    value: s.kind === 'attr' || s.name === 'component' ? valueOf(m, s.name, s.value, kit) : s.value,
    ...(s.through ? { through: s.through.map((t) => (t === '' ? t : refOf(m, t))) } : {}),
  };
}
function instanceOf(
  m: Making,
  n: Node & { readonly type: 'instance' },
  base: Node,
  kit: Kit | undefined,
  appliedKits: readonly AppliedKit[],
): Node {
  const { placed: __, ...rest } = base as Node & { readonly type: 'instance' };
  const shown = shownComponent(appliedKits, n.component);
  const home = n.placed ?? n.component;
  const got = transferInstance(m.world, appliedKits, n);
  const overrides: Override[] = got.overrides.map((c) => {
    const own = c.from >= 0 ? n.overrides[c.from] : undefined;
    return overrideOf(
      m,
      {
        home: shown,
        at: c.at,
        kind: c.kind,
        name: c.name,
        value: c.value,
        ...(c.when ? { when: c.when } : {}),
        ...(own?.through && own.home === shown ? { through: own.through } : {}),
      },
      kit,
      [],
    );
  });
  const pair = home === shown ? null : pairFor(m.world, appliedKits, home, shown);
  const bind = n.bind
    ? Object.fromEntries(
        Object.entries(n.bind).flatMap(([name, from]) => {
          if (!name.startsWith('props.') || pair === null) return [[name, from]];
          const to = pair?.props[name.slice(6)]?.to;
          return to ? [[`props.${to}`, from]] : [];
        }),
      )
    : undefined;
  const component = refOf(m, shown);
  const fills = Object.entries(got.fills.shown)
    .map(([slot, children]) => ({ home: component, slot, children }))
    .sort((a, b) => (a.slot < b.slot ? -1 : 1));
  return { ...rest, component, overrides, fills, ...(bind && Object.keys(bind).length > 0 ? { bind } : {}) } as Node;
}

function ruleOf(m: Making, r: Rule, c: Component, kit: Kit | undefined): Rule {
  return {
    ...r,
    set: Object.fromEntries(
      Object.entries(r.set).map(([id, set]) => {
        const n = c.nodes[id];
        const home = n?.type === 'instance' ? (n.placed ?? n.component) : undefined;
        const shown = n?.type === 'instance' && !kit ? shownComponent(m.appliedKits, n.component) : home;
        const pair =
          home !== undefined && shown !== undefined && home !== shown
            ? pairFor(m.world, m.appliedKits, home, shown)
            : null;
        return [
          id,
          Object.fromEntries(
            Object.entries(set).flatMap(([name, value]): [string, Json][] => {
              if (!name.startsWith('props.')) return [[name, valueOf(m, name, value, kit)]];
              if (pair === null) return [[name, value]];
              const how = pair?.props[name.slice(6)];
              const to = how?.to;
              const option = typeof value === 'string' ? how?.options?.[value] : undefined;
              return to ? [[`props.${to}`, option ?? value]] : [];
            }),
          ),
        ];
      }),
    ),
  };
}

/** A screen as a page starter: what it is now, rows of content sets written into things of their own. */
function starterOf(m: Making, given: Screen): Template {
  let screen = given;
  for (const n of Object.values(given.nodes))
    if (n.type === 'series' && n.rows !== undefined) screen = withoutRows(m.world.project, screen, n);
  const nodes = nodesOf(m, screen.nodes, undefined, appliedKitsOf(m.world.project, given));
  return {
    id: screen.id,
    name: screen.name,
    kind: 'page',
    summary: `Page starter from ${m.world.project.name}.`,
    words: [],
    root: screen.root,
    nodes,
    ...(screen.device === 'custom' ? {} : { device: screen.device }),
  };
}

/** A series over rows as a box of its items, each saying what its row says. */
function withoutRows(project: Project, screen: Screen, series: Node & { readonly type: 'series' }): Screen {
  let n = 0;
  const own: Project = { ...project, screens: project.screens.map((s) => (s.id === screen.id ? screen : s)) };
  const got = breakSeriesSteps(own, `screen:${screen.id}`, screen, series.id, () => `${series.id}-${++n}`);
  const done = applyEdit(own, { id: 'settle', label: 'settle', steps: got.steps });
  const broken = done.ok ? done.project.screens.find((s) => s.id === screen.id) : undefined;
  const place = broken && placesOf(broken.nodes).get(got.made[0] ?? '');
  const parent = place && broken?.nodes[place.parent];
  if (!broken || !parent || (parent.type !== 'box' && parent.type !== 'instance')) return screen;
  const made = new Set(got.made);
  const [lead] = got.made;
  const swap = (list: readonly NodeId[]): readonly NodeId[] =>
    list.flatMap((id) => (id === lead ? [series.id] : made.has(id) ? [] : [id]));
  const box: Node = {
    id: series.id,
    type: 'box',
    attrs: series.attrs,
    children: got.made,
    ...(series.name ? { name: series.name } : {}),
  };
  const around: Node =
    parent.type === 'box'
      ? { ...parent, children: swap(parent.children) }
      : { ...parent, fills: parent.fills.map((f) => ({ ...f, children: swap(f.children) })) };
  return { ...broken, nodes: { ...broken.nodes, [parent.id]: around, [box.id]: box } };
}
