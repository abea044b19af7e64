import {
  applyEdit,
  asEdition,
  detach,
  type Component,
  type ComponentRef,
  type InstanceNode,
  type Json,
  type Kit,
  type KitRef,
  type Node,
  type Prop,
  type Project,
  type Rule,
  type Override,
  type Slot,
  type StateName,
  type Step,
} from '../../core/index.js';

/** What the Norrvik team made for itself, out of the parts and the tokens of Skerry Line. */

type Attrs = Node['attrs'];
const text = (id: string, name: string, attrs: Attrs, bind: string): Node => ({
  id,
  type: 'text',
  name,
  attrs: { text: '', ...attrs },
  bind: { text: bind },
});
const box = (id: string, name: string, attrs: Attrs, children: readonly string[]): Node => ({
  id,
  type: 'box',
  name,
  attrs,
  children,
});
const textProp = (id: string, name: string, value: string, description: string, means: string): Prop => ({
  id,
  name,
  kind: 'text',
  default: value,
  description,
  means,
});
const override = (home: ComponentRef, name: string, value: Json): Override => ({
  home,
  at: [],
  kind: 'prop',
  name,
  value,
});
const use = (
  id: string,
  component: ComponentRef,
  values: Readonly<Record<string, Json>> = {},
  more: { readonly attrs?: Attrs; readonly bind?: Readonly<Record<string, string>> } = {},
): InstanceNode => ({
  id,
  type: 'instance',
  component,
  attrs: more.attrs ?? {},
  overrides: Object.entries(values).map(([name, value]) => override(component, name, value)),
  fills: [],
  ...(more.bind ? { bind: more.bind } : {}),
});

interface Own {
  readonly id: string;
  readonly name: string;
  readonly role: string;
  readonly summary: string;
  readonly words?: readonly string[];
  readonly props?: readonly Prop[];
  readonly slots?: readonly Slot[];
  readonly states?: readonly StateName[];
  readonly nodes: readonly Node[];
  readonly rules?: readonly Rule[];
  readonly docs?: string;
}
const original = (o: Own): Component => ({
  id: o.id,
  name: o.name,
  role: o.role,
  family: 'Own components',
  summary: o.summary,
  words: o.words ?? [],
  ...(o.docs ? { docs: o.docs } : {}),
  contract: { props: o.props ?? [], slots: o.slots ?? [], states: o.states ?? [], events: [] },
  root: o.nodes[0]?.id ?? '',
  nodes: Object.fromEntries(o.nodes.map((n) => [n.id, n])),
  rules: o.rules ?? [],
});

function originals(ref: KitRef): readonly Component[] {
  const t = (path: string): string => `{${ref}/${path}}`;
  const style = (id: string): string => `${ref}/${id}`;
  const fare = original({
    id: 'fare-tag',
    name: 'Fare tag',
    role: 'badge',
    summary: 'What a crossing costs, and whether it can still be had.',
    words: ['price', 'price tag'],
    states: ['hover'],
    props: [
      textProp('price', 'Price', '€ 28', 'The fare with its currency.', 'label'),
      {
        id: 'tone',
        name: 'Tone',
        kind: 'choice',
        default: 'calm',
        description: 'Calm as a rule, strong for the cheapest, gone when it is sold out.',
        means: 'tone',
        options: [
          { id: 'calm', name: 'Calm', means: 'neutral' },
          { id: 'strong', name: 'Strong', means: 'primary' },
          { id: 'gone', name: 'Gone', means: 'disabled' },
        ],
      },
      {
        id: 'size',
        name: 'Size',
        kind: 'choice',
        default: 'small',
        description: 'Large where it stands alone.',
        means: 'size',
        options: [
          { id: 'small', name: 'Small', means: 'small' },
          { id: 'large', name: 'Large', means: 'large' },
        ],
      },
    ],
    nodes: [
      box(
        'tag',
        'Ground',
        { flow: 'row', paddingX: 10, paddingY: 4, radius: t('corner.soft'), fill: t('color.foam'), align: 'center' },
        ['price'],
      ),
      text('price', 'Price', { textStyle: style('small'), color: t('color.on-foam') }, 'price'),
    ],
    rules: [
      {
        id: 'tone=strong',
        when: { props: { tone: 'strong' } },
        set: { tag: { fill: t('color.navy') }, price: { color: t('color.on-navy') } },
      },
      {
        id: 'tone=gone',
        when: { props: { tone: 'gone' } },
        set: { tag: { fill: t('color.still') }, price: { color: t('color.on-still') } },
      },
      {
        id: 'size=large',
        when: { props: { size: 'large' } },
        set: { tag: { paddingX: 16, paddingY: 8 }, price: { textStyle: style('label') } },
      },
      { id: ':hover', when: { state: 'hover' }, set: { tag: { stroke: t('color.navy'), strokeWidth: 1 } } },
    ],
    docs: 'What a crossing costs, and whether it can still be had.\n\n```sample\nFare tag "€ 28"\nFare tag "€ 19" with Tone Strong, Size Large\n```\n\nOne tag a sailing; **Strong** for the cheapest of the day only.\n',
  });
  const ports = original({
    id: 'port-pair',
    name: 'Port pair',
    role: 'group',
    summary: 'From where to where, with an arrow between.',
    words: ['route'],
    props: [
      textProp('from', 'From', 'Port Ellery', 'Where it leaves.', 'label'),
      textProp('to', 'To', 'Skerrow', 'Where it arrives.', 'value'),
    ],
    nodes: [
      box('ports', 'Ports', { flow: 'row', gap: 6, align: 'center' }, ['from', 'arrow', 'to']),
      text('from', 'From', { textStyle: style('label'), color: t('color.deep') }, 'from'),
      { id: 'arrow', type: 'icon', name: 'Arrow', attrs: { icon: 'arrow-right', size: 14, color: t('color.slate') } },
      text('to', 'To', { textStyle: style('label'), color: t('color.deep') }, 'to'),
    ],
  });
  const line = original({
    id: 'crossing-line',
    name: 'Crossing line',
    role: 'listitem',
    summary: 'One crossing: its ports, its time and its fare.',
    words: ['sailing line'],
    props: [
      textProp('from', 'From', 'Port Ellery', 'Where it leaves.', 'label'),
      textProp('to', 'To', 'Skerrow', 'Where it arrives.', 'value'),
      textProp('time', 'Time', '09:15, two hours', 'When it leaves and how long it takes.', 'supporting'),
      textProp('fare', 'Fare', '€ 28', 'What it costs.', 'detail'),
    ],
    nodes: [
      box('line', 'Line', { flow: 'row', gap: 12, paddingY: 10, align: 'center', width: 'stretch' }, ['when', 'tag']),
      box('when', 'When', { flow: 'column', gap: 2, width: 'stretch' }, ['ports', 'time']),
      use('ports', 'project/port-pair', {}, { bind: { 'props.from': 'from', 'props.to': 'to' } }),
      text('time', 'Time', { textStyle: style('small'), color: t('color.slate') }, 'time'),
      use('tag', 'project/fare-tag', {}, { bind: { 'props.price': 'fare' } }),
    ],
  });
  const day = original({
    id: 'crossing-day',
    name: 'Crossings of a day',
    role: 'group',
    summary: 'The crossings of one day below its date.',
    props: [textProp('day', 'Day', 'Saturday, 14 June', 'The date they are on.', 'title')],
    nodes: [
      box('day', 'Day', { flow: 'column', gap: 0, width: 'stretch' }, ['date', 'first', 'second', 'third']),
      text('date', 'Date', { textStyle: style('subtitle'), color: t('color.deep') }, 'day'),
      use(
        'first',
        'project/crossing-line',
        { time: '06:30, two hours', fare: '€ 19' },
        { attrs: { width: 'stretch' } },
      ),
      use('second', 'project/crossing-line', { time: '09:15, two hours' }, { attrs: { width: 'stretch' } }),
      use(
        'third',
        'project/crossing-line',
        { to: 'Gull Holm', time: '12:40, three hours', fare: '€ 34' },
        { attrs: { width: 'stretch' } },
      ),
    ],
  });
  const boat = original({
    id: 'boat-card',
    name: 'Boat card',
    role: 'card',
    summary: 'A boat with its picture, its name and whatever is to be said of it.',
    props: [
      textProp('name', 'Name', 'MV Fulmar', 'The name of the boat.', 'title'),
      {
        id: 'photo',
        name: 'Photo',
        kind: 'image',
        default: 'harbour',
        description: 'The boat in its harbour.',
        means: 'media',
      },
    ],
    slots: [
      {
        id: 'facts',
        name: 'Facts',
        description: 'Listings, tags or a few words about the boat. Drop or paste them here.',
        accepts: [],
        placeholder: 'Put facts about the boat here',
        min: 1,
        means: 'content',
      },
    ],
    nodes: [
      box(
        'boat',
        'Ground',
        {
          flow: 'column',
          gap: 10,
          padding: 12,
          radius: t('corner.card'),
          fill: t('color.spray'),
          stroke: t('color.rope'),
          width: 'stretch',
        },
        ['photo', 'name', 'facts'],
      ),
      {
        id: 'photo',
        type: 'image',
        name: 'Photo',
        attrs: { width: 'stretch', aspect: 2.4, fit: 'cover', radius: t('corner.soft') },
        bind: { asset: 'photo' },
      },
      text('name', 'Name', { textStyle: style('subtitle'), color: t('color.deep') }, 'name'),
      { id: 'facts', type: 'slot', slot: 'facts', attrs: { width: 'stretch' } },
    ],
  });
  return [fare, ports, line, day, boat];
}

/** The thing on a screen that says something. */
function saying(project: Project, screen: string, says: string): InstanceNode {
  const node = Object.values(project.screens.find((s) => s.id === screen)?.nodes ?? {}).find(
    (n): n is InstanceNode => n.type === 'instance' && n.overrides.some((s) => s.value === says),
  );
  if (!node) throw new Error(`Nothing on ${screen} says ${says}`);
  return node;
}
/** Puts something behind a thing on a screen. */
function behind(project: Project, screen: string, says: string, node: InstanceNode, more: readonly Node[] = []): Step {
  const after = saying(project, screen, says).id;
  const nodes = project.screens.find((s) => s.id === screen)?.nodes ?? {};
  const parent = Object.values(nodes).find((n) => n.type === 'box' && n.children.includes(after));
  if (!parent) throw new Error(`${says} stands in no box`);
  return {
    do: 'insert',
    tree: `screen:${screen}`,
    root: node.id,
    nodes: Object.fromEntries([node, ...more].map((n) => [n.id, n])),
    into: { parent: parent.id },
    after,
  };
}

/**
 * The Norrvik project with what its team made: five originals (one nested two deep, one in three tones, two sizes and under the
 * pointer, one with a slot), an edition of the kit's tag, and a card that was detached and can be linked again.
 */
export function withOriginals(project: Project, kits: ReadonlyMap<KitRef, Kit>, ref: KitRef): Project {
  const done = (p: Project, steps: readonly Step[]): Project => {
    const got = applyEdit(p, { id: 'demo', label: 'demo', steps });
    if (!got.ok) throw new Error(got.refusal.message);
    return got.project;
  };
  let now = done(
    project,
    originals(ref).map((value): Step => ({ do: 'original', original: value.id, value })),
  );
  const wide: Attrs = { width: 'stretch' };
  const facts = use('boarding-fact', `${ref}/row`, {
    text: 'Built in 1998',
    under: 'Refitted last winter',
    glyph: 'ship',
  });
  const boat: InstanceNode = {
    ...use('boarding-boat', 'project/boat-card', {}, { attrs: wide }),
    fills: [{ home: 'project/boat-card', slot: 'facts', children: [facts.id] }],
  };
  now = done(now, [
    behind(now, 'detail', '42 seats left', use('detail-fare', 'project/fare-tag', { tone: 'strong' })),
    behind(
      now,
      'notice',
      'New arrival',
      use('notice-line', 'project/crossing-line', { time: '19:10, two hours' }, { attrs: wide }),
    ),
    behind(now, 'trips', 'Tarn Isle', use('trips-day', 'project/crossing-day', {}, { attrs: wide })),
    behind(now, 'boarding', 'On foot', boat, [facts]),
  ]);
  // A tag with softer corners, in this project only.
  const edition = asEdition(
    { project: now, kits },
    `${ref}/count`,
    [
      {
        do: 'set',
        tree: `edition:${ref.slice(0, ref.indexOf('@'))}/count`,
        node: rootOf(kits, ref, 'count'),
        field: 'attrs.radius',
        value: '{corner.soft}',
      },
    ],
    () => 'demo',
  );
  if (!edition.ok) throw new Error(edition.refusal.message);
  now = done(now, edition.steps);
  // A card that somebody cut loose and wrote in: it remembers what it was.
  const screen = now.screens.find((s) => s.id === 'cabin');
  let n = 0;
  const card = saying(now, 'cabin', 'Deck seat');
  const loose = screen && detach({ project: now, kits }, [], screen, card.id, () => `cabin-loose-${++n}`);
  if (!loose || 'problem' in loose) throw new Error(loose?.problem ?? 'no screen');
  const note = Object.values(loose.nodes).find((x) => x.attrs.text === 'A reclining seat under the roof.');
  return done(now, [
    ...loose.steps,
    ...(note
      ? [
          {
            do: 'set' as const,
            tree: 'screen:cabin' as const,
            node: note.id,
            field: 'attrs.text',
            value: 'A reclining seat under the roof, blanket included.',
          },
        ]
      : []),
  ]);
}
const rootOf = (kits: ReadonlyMap<KitRef, Kit>, ref: KitRef, id: string): string =>
  kits.get(ref)?.components[id]?.root ?? 'root';
