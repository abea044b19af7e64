import { kitRef, roleFacts, type Component, type Kit, type KitRef, type Option, type Prop } from '../core/index.js';
import type { Chance } from './random.js';

/** What a component of one kit is in another made from the same ideas: components, props and options by their ids; null: nothing. */
export interface Truth {
  readonly components: ReadonlyMap<string, string | null>;
  /** By component of the first kit, then by prop. */
  readonly props: ReadonlyMap<string, ReadonlyMap<string, string | null>>;
  /** By component, prop and option of the first kit. */
  readonly options: ReadonlyMap<string, string | null>;
}
export interface Pair {
  readonly from: KitRef;
  readonly to: KitRef;
  readonly kits: ReadonlyMap<KitRef, Kit>;
  readonly truth: Truth;
}

/** What people call things that mean the same. */
const NAMES: Readonly<Record<string, readonly string[]>> = {
  label: ['Label', 'Text', 'Caption', 'Words', 'Title'],
  supporting: ['Supporting text', 'Note', 'Description', 'Help', 'Second line'],
  'leading-icon': ['Icon', 'Leading icon', 'Icon before', 'Start glyph'],
  'trailing-icon': ['Icon after', 'Trailing icon', 'End glyph'],
  tone: ['Tone', 'Kind', 'Variant', 'Intent', 'Weight'],
  size: ['Size', 'Scale', 'Height'],
  state: ['Shown as', 'State', 'Status shown'],
  value: ['Value', 'Content', 'Filled with', 'Amount'],
  placeholder: ['Placeholder', 'Prompt', 'Hint text'],
  invalid: ['Invalid', 'Error', 'Wrong'],
  checked: ['Checked', 'On', 'Ticked'],
  selected: ['Selected', 'Current', 'Active'],
  items: ['Items', 'Entries', 'List'],
  primary: ['Primary', 'Main', 'Strong', 'Filled'],
  secondary: ['Secondary', 'Plain', 'Quiet', 'Outline'],
  danger: ['Danger', 'Warning', 'Destructive', 'Alarm'],
  small: ['Small', 'Little', 'Compact', 'S'],
  medium: ['Medium', 'Normal', 'Regular', 'M'],
  large: ['Large', 'Big', 'Tall', 'L'],
};
/** Of several of one role: the one with less in it and the one with more. */
const LESS = ['Simple', 'Plain', 'Basic', 'Short'];
const MORE = ['Extended', 'Rich', 'Full', 'Detailed'];
const slug = (name: string): string => name.toLowerCase().replace(/[^a-z0-9]+/gu, '-');

/** One idea of a component: what every kit that has it makes of it. */
interface Idea {
  readonly key: string;
  readonly of: Component;
  readonly twin: 'less' | 'more' | null;
  readonly props: readonly Prop[];
}
interface Made {
  readonly kit: Kit;
  readonly component: ReadonlyMap<string, string>;
  /** By idea and the prop’s id in the idea. */
  readonly prop: ReadonlyMap<string, string>;
  readonly option: ReadonlyMap<string, string>;
}

const called = (chance: Chance, means: string | undefined, name: string): string =>
  chance.of(NAMES[means ?? ''] ?? [name, `${name} of it`, name]);

/** How likely a kit leaves out a component, a prop and an option; and makes a flag of a choice of two, or the other way round. */
const GONE = { component: 0.1, prop: 0.1, option: 0.08 };
const RETYPED = 0.25;

function optionsOf(
  chance: Chance,
  idea: Idea,
  p: Prop,
  meanings: boolean,
  into: Map<string, string>,
): readonly Option[] {
  const own = new Set<string>();
  const all = p.options ?? [];
  const kept = all.filter((o) => o.id === p.default || all.length <= 2 || !chance.is(GONE.option));
  const made = kept.map((o): Option => {
    let name = called(chance, o.means, o.name);
    while (own.has(slug(name))) name = `${name} one`;
    own.add(slug(name));
    into.set(`${idea.key}|${p.id}|${o.id}`, slug(name));
    return { id: slug(name), name, ...(meanings && o.means ? { means: o.means } : {}) };
  });
  return chance.is(0.3) ? [...made].reverse() : made;
}

/** A kit that makes something of its own of common ideas: other names, order, kinds of props, and some of them not at all. */
function kitOf(chance: Chance, id: string, base: Kit, ideas: readonly Idea[], meanings: boolean): Made {
  const component = new Map<string, string>();
  const prop = new Map<string, string>();
  const option = new Map<string, string>();
  const components: Record<string, Component> = {};
  const order = [...ideas].sort(() => (chance.is(0.5) ? 1 : -1));
  for (const idea of order) {
    if (chance.is(GONE.component)) continue;
    const words = [idea.of.name, ...roleFacts(idea.of.role).words, ...idea.of.words];
    const noun = chance.of(words);
    const name = idea.twin === null ? noun : `${chance.of(idea.twin === 'less' ? LESS : MORE)} ${noun}`;
    const cid = `c${component.size}-${slug(name)}`;
    component.set(idea.key, cid);
    const taken = new Set<string>();
    const props = idea.props.flatMap((p): Prop[] => {
      if (chance.is(GONE.prop)) return [];
      let called_ = called(chance, p.means, p.name);
      while (taken.has(slug(called_))) called_ = `${called_} too`;
      taken.add(slug(called_));
      prop.set(`${idea.key}|${p.id}`, slug(called_));
      const common = {
        id: slug(called_),
        name: called_,
        description: '',
        ...(meanings && p.means ? { means: p.means } : {}),
      };
      if (p.kind === 'flag' && chance.is(RETYPED)) {
        const options = [
          { id: 'no', name: 'No', ...(meanings ? { means: 'off' } : {}) },
          { id: 'yes', name: 'Yes', ...(meanings ? { means: 'on' } : {}) },
        ];
        return [{ ...common, kind: 'choice', default: 'no', options }];
      }
      if (p.kind === 'choice') {
        const options = optionsOf(chance, idea, p, meanings, option);
        return [{ ...common, kind: 'choice', default: options[0]?.id ?? '', options }];
      }
      const { id: _, name: __, means: ___, description: ____, renamedFrom: _____, ...rest } = p;
      return [{ ...rest, ...common } as Prop];
    });
    const root = { id: 'root', type: 'box' as const, attrs: {}, children: [] };
    components[cid] = {
      id: cid,
      name,
      role: idea.of.role,
      family: 'All',
      summary: '',
      words: [],
      root: 'root',
      nodes: { root },
      rules: [],
      contract: { ...idea.of.contract, props: chance.is(0.5) ? props : [...props].reverse() },
    };
  }
  const kit: Kit = { ...base, id, version: '1.0.0', name: id, components, families: ['All'], templates: [] };
  return { kit, component, prop, option };
}

/** Two kits that nobody tuned for one another, made of the same ideas, and what is what in them. */
export function variedPair(chance: Chance, base: Kit, meanings: boolean): Pair {
  const ideas = Object.values(base.components).flatMap((of): Idea[] => {
    const { props } = of.contract;
    if (props.length < 3 || !chance.is(0.3)) return [{ key: of.id, of, twin: null, props }];
    const few = props.slice(0, Math.ceil(props.length / 2));
    return [
      { key: `${of.id} less`, of, twin: 'less', props: few },
      { key: `${of.id} more`, of, twin: 'more', props },
    ];
  });
  const a = kitOf(chance, 'varied-a', base, ideas, meanings);
  const b = kitOf(chance, 'varied-b', base, ideas, meanings);
  const components = new Map<string, string | null>();
  const props = new Map<string, Map<string, string | null>>();
  const options = new Map<string, string | null>();
  for (const idea of ideas) {
    const own = a.component.get(idea.key);
    if (own === undefined) continue;
    components.set(own, b.component.get(idea.key) ?? null);
    const list = new Map<string, string | null>();
    props.set(own, list);
    for (const p of idea.props) {
      const mine = a.prop.get(`${idea.key}|${p.id}`);
      if (mine === undefined) continue;
      list.set(mine, b.prop.get(`${idea.key}|${p.id}`) ?? null);
      for (const o of p.options ?? []) {
        const my = a.option.get(`${idea.key}|${p.id}|${o.id}`);
        if (my !== undefined) options.set(`${own}|${mine}|${my}`, b.option.get(`${idea.key}|${p.id}|${o.id}`) ?? null);
      }
    }
  }
  const [from, to] = [kitRef(a.kit), kitRef(b.kit)];
  return {
    from,
    to,
    kits: new Map([
      [from, a.kit],
      [to, b.kit],
    ]),
    truth: { components, props, options },
  };
}
