import {
  applyEdit,
  chooseSteps,
  placeOfKey,
  propPlace,
  treeOfScreen,
  withItemField,
  type TextPlace,
} from '../edit/index.js';
import { meaningsOf } from '../match/index.js';
import {
  componentAt,
  listItems,
  placesOf,
  screenOf,
  splitRef,
  type Component,
  type ComponentRef,
  type Json,
  type NodeId,
  type World,
} from '../model/index.js';
import { isDisabled, type RNode } from '../resolve/index.js';
import { resolveTried, triedProject, type TryState } from './tryState.js';

const HELD: ReadonlySet<string> = new Set(['value', 'checked', 'selected', 'open']);

/** The copy of a mockup that is tried: what is on it now, and how values are chosen there. The project itself is left alone. */
export class TryCopy {
  constructor(
    readonly world: World,
    public t: TryState,
  ) {}

  seen(): ReturnType<typeof triedProject> {
    return triedProject(this.world, this.t);
  }
  /** A thing of the screen as it is shown now: the first, where it is an item of several. */
  find(id: NodeId): RNode | undefined {
    const all = resolveTried(this.world, this.t);
    let found: RNode | undefined;
    const walk = (n: RNode): void => {
      if (n.key === id || (!found && n.key.endsWith(`/${id}`) && n.owner === id)) found = n;
      else n.children.forEach(walk);
    };
    for (const root of [all?.root, all?.overlay]) if (root && !found) walk(root);
    return found;
  }
  /** Is one of these parts switched off? What stands in it answers to nothing, either. */
  isOff(path: readonly RNode[]): boolean {
    return path.some((n) => {
      const c = this.componentOf(n);
      return c !== undefined && n.instance !== undefined && isDisabled(c, n.instance.props);
    });
  }
  /** Is a property what a thing holds: its value, or whether it is on? */
  isHeld(thing: RNode, prop: string): boolean {
    const found = this.componentOf(thing)?.contract.props.find((p) => p.id === prop);
    return found !== undefined && meaningsOf(found).some((m) => HELD.has(m));
  }
  componentOf(thing: RNode): Component | undefined {
    return componentAt({ project: this.t.project, kits: this.world.kits }, thing.instance?.shown ?? '');
  }
  /** Which property shows one of another kit’s component, and values forth and back; undefined: none does. */
  shownAs(
    shown: ComponentRef,
    home: ComponentRef,
    prop: string,
  ):
    | { prop: string; forth: (v: Json) => Json | undefined; back: (v: Json | undefined) => Json | undefined }
    | undefined {
    const plain = { prop, forth: (v: Json) => v, back: (v: Json | undefined) => v };
    if (shown === home) return plain;
    const pair = this.seen()?.appliedKits.find((w) => w.kit === splitRef(home).kit)?.sheet.pairs[home];
    const how = pair?.to === shown ? pair.props[prop] : undefined;
    if (how?.to) {
      const { options } = how;
      const name = how.to;
      return {
        prop: name,
        forth: (v) => (options && typeof v === 'string' ? (options[v] ?? undefined) : v),
        back: (v) => (options ? (Object.entries(options).find(([, o]) => o === v)?.[0] ?? v) : v),
      };
    }
    const world = { project: this.t.project, kits: this.world.kits };
    const means = componentAt(world, home)?.contract.props.find((p) => p.id === prop)?.means;
    const other = means && componentAt(world, shown)?.contract.props.find((p) => p.means === means);
    return other ? { ...plain, prop: other.id } : undefined;
  }
  /** Chooses a value where it is chosen, on the copy that is tried. */
  put(key: string, prop: string, value: Json): boolean {
    const seen = this.seen();
    const place = seen && propPlace(seen.world, seen.appliedKits, seen.screen, key, prop);
    return place ? this.choose(place, value) : false;
  }
  /** @param others of an item: what all others become in the same way */
  choose(place: TextPlace, value: Json, others?: Json): boolean {
    const seen = this.seen();
    const screen = seen && screenOf(this.t.project, this.t.screen);
    const node = screen?.nodes[place.node];
    if (!seen || !screen || node?.type !== 'instance' || place.kind === 'attr') return false;
    const item = place.entry ? { nodes: screen.nodes, entry: place.entry } : undefined;
    let chosen = value;
    if (place.kind === 'item') {
      const at = [
        ...(place.entry ? [place.entry.series, `#${place.entry.key}`] : []),
        node.id,
        ...place.target.at,
      ].join('/');
      const list = this.byKey(at)?.instance?.props[place.target.name];
      chosen = withItemField(list, place.key, place.field, value);
      if (others !== undefined)
        for (const o of listItems(list))
          if (o.key !== place.key) chosen = withItemField(chosen, o.key, place.field, others);
    }
    const steps = chooseSteps(seen.world, seen.appliedKits, treeOfScreen(screen), node, place.target, chosen, item);
    const got = applyEdit(this.t.project, { id: 'try', label: 'Try', steps });
    if (!got.ok) return false;
    const changed = got.project !== this.t.project;
    this.t = { ...this.t, project: got.project, done: [...this.t.done, ...steps].slice(-5000) };
    return changed;
  }
  byKey(key: string, t = this.t): RNode | undefined {
    const all = resolveTried(this.world, t);
    let found: RNode | undefined;
    const walk = (n: RNode): void => {
      if (n.key === key) found = n;
      else if (key.startsWith(`${n.key}/`) || !n.instance) n.children.forEach(walk);
    };
    for (const root of [all?.root, all?.overlay]) if (root && !found) walk(root);
    return found;
  }
  /** Where a property of a thing is chosen; undefined: not where it is chosen whole. */
  placeOf(thing: RNode, prop: string): ReturnType<typeof propPlace> | undefined {
    const seen = this.seen();
    const place = seen && propPlace(seen.world, seen.appliedKits, seen.screen, thing.key, prop);
    return place?.kind === 'target' ? place : undefined;
  }
  /** Things of the same role that stand in the same place of the screen. */
  beside(thing: RNode): readonly RNode[] {
    const seen = this.seen();
    const place = seen && placeOfKey(seen.screen, thing.key);
    if (!seen || !place || place.at.length > 0) return [];
    const parent = placesOf(seen.screen.nodes).get(place.node)?.parent;
    const all: RNode[] = [];
    const walk = (n: RNode): void => {
      if (n.instance?.role === thing.instance?.role && n.key !== thing.key && n.key === n.owner) {
        if (placesOf(seen.screen.nodes).get(n.key)?.parent === parent) all.push(n);
      } else n.children.forEach(walk);
    };
    const root = resolveTried(this.world, this.t);
    for (const r of [root?.root, root?.overlay]) if (r) walk(r);
    return all;
  }
}
