import {
  listAt,
  placesOf,
  settingKey,
  subtree,
  type Component,
  type Into,
  type Json,
  type Node,
  type NodeId,
  type Nodes,
  type Project,
  type Screen,
  type SeriesEntry,
  type SeriesNode,
  type Setting,
} from '../model/index.js';
import { attrTakes } from '../formats/tree.js';
import { NODE_FIELDS, SCREEN_FIELDS, type Edit, type Refusal, type Step, type TreeRef } from './steps.js';

/** Done: the new project, and the steps that take it back (to be done in the order given). */
export type StepResult = { readonly ok: true; readonly project: Project; readonly inverse: Step } | { readonly ok: false; readonly refusal: Refusal };

export type EditResult = { readonly ok: true; readonly project: Project; readonly inverse: readonly Step[]; readonly skipped: readonly Refusal[] } | { readonly ok: false; readonly refusal: Refusal };

const refuse = (code: string, about: string, message: string): { ok: false; refusal: Refusal } => ({ ok: false, refusal: { code, about, message } });

/** Does all steps of an edit, or none. The project given is never changed. */
export function applyEdit(project: Project, edit: Edit): EditResult {
  let now = project;
  const inverse: Step[] = [];
  const skipped: Refusal[] = [];
  for (const step of edit.steps) {
    const got = applyStep(now, step);
    if (got.ok) {
      now = got.project;
      inverse.unshift(got.inverse);
    } else if (step.ifThere) skipped.push(got.refusal);
    else return got;
  }
  return { ok: true, project: now, inverse, skipped };
}

/** The edit that takes an edit back, for the project it was applied to. */
export function invertEdit(project: Project, edit: Edit, id: string): Edit | null {
  const got = applyEdit(project, edit);
  return got.ok ? { id, label: `Undo ${edit.label}`, steps: got.inverse } : null;
}

/** The tree a step names, or undefined when it is gone. */
export function treeOf(project: Project, tree: TreeRef): { root: NodeId; nodes: Nodes } | undefined {
  const id = tree.slice(tree.indexOf(':') + 1);
  if (tree.startsWith('screen:')) return project.screens.find((s) => s.id === id);
  return Object.hasOwn(project.originals, id) ? project.originals[id] : undefined;
}

function withNodes(project: Project, tree: TreeRef, nodes: Nodes): Project {
  const id = tree.slice(tree.indexOf(':') + 1);
  if (tree.startsWith('screen:')) return { ...project, screens: project.screens.map((s): Screen => (s.id === id ? { ...s, nodes } : s)) };
  const original = project.originals[id];
  return original ? { ...project, originals: { ...project.originals, [id]: { ...original, nodes } satisfies Component } } : project;
}

function withList(nodes: Nodes, into: Into, change: (list: readonly NodeId[]) => readonly NodeId[]): Nodes {
  const parent = nodes[into.parent];
  if (!parent) return nodes;
  return { ...nodes, [parent.id]: withChildren(parent, into, change) };
}

function withChildren(parent: Node, into: Into, change: (list: readonly NodeId[]) => readonly NodeId[]): Node {
  if (parent.type === 'box') return { ...parent, children: change(parent.children) };
  if (parent.type === 'instance' && into.slot) {
    const { home, slot } = into.slot;
    const at = parent.fills.findIndex((f) => f.home === home && f.slot === slot);
    const list = change(parent.fills[at]?.children ?? []);
    if (at < 0) {
      // Fills stand in the order of their keys, so that taking one away and putting it back changes nothing.
      const key = (f: { home: string; slot: string }): string => `${f.home}|${f.slot}`;
      const before = parent.fills.filter((f) => key(f) < key({ home, slot }));
      return { ...parent, fills: [...before, { home, slot, children: list }, ...parent.fills.slice(before.length)] };
    }
    const fills = list.length === 0 ? parent.fills.filter((_, i) => i !== at) : parent.fills.map((f, i) => (i === at ? { ...f, children: list } : f));
    return { ...parent, fills };
  }
  return parent;
}

const insertAfter = (list: readonly NodeId[], node: NodeId, after: NodeId | null): readonly NodeId[] => {
  if (after === null) return [node, ...list];
  const at = list.indexOf(after);
  return at < 0 ? [...list, node] : [...list.slice(0, at + 1), node, ...list.slice(at + 1)];
};

function checkPlace(nodes: Nodes, into: Into, after: NodeId | null): { ok: false; refusal: Refusal } | null {
  const parent = nodes[into.parent];
  if (!parent) return refuse('node.gone', into.parent, 'The place this was meant for is no longer there.');
  if (parent.type === 'instance' ? !into.slot : parent.type !== 'box') return refuse('node.no-children', into.parent, `${parent.name ?? parent.type} cannot hold anything.`);
  if (after !== null && !listAt(nodes, into).includes(after)) return refuse('node.neighbour-gone', after, 'What this was to stand behind is no longer there.');
  return null;
}

/** Applies one step; refuses, changing nothing, when what it names is not there. */
export function applyStep(project: Project, step: Step): StepResult {
  switch (step.do) {
    case 'insert':
    case 'remove':
    case 'move':
    case 'set':
    case 'setting':
      return applyTreeStep(project, step);
    default:
      return applyProjectStep(project, step);
  }
}

type TreeStep = Extract<Step, { tree: TreeRef }>;
type ProjectStep = Exclude<Step, TreeStep>;

function applyTreeStep(project: Project, step: TreeStep): StepResult {
  const tree = treeOf(project, step.tree);
  if (!tree) return refuse('tree.gone', step.tree, 'The screen this belongs to is no longer there.');
  const { nodes } = tree;
  const done = (next: Nodes, inverse: Step): StepResult => ({ ok: true, project: withNodes(project, step.tree, next), inverse });
  switch (step.do) {
    case 'insert': {
      const clash = Object.keys(step.nodes).find((id) => Object.hasOwn(nodes, id));
      if (clash !== undefined) return refuse('node.exists', clash, 'This has been placed already.');
      if (!step.nodes[step.root]) return refuse('node.gone', step.root, 'There is nothing to place.');
      const bad = checkPlace(nodes, step.into, step.after);
      if (bad) return bad;
      const next = withList({ ...nodes, ...step.nodes }, step.into, (l) => insertAfter(l, step.root, step.after));
      return done(next, { do: 'remove', tree: step.tree, node: step.root });
    }
    case 'remove': {
      const place = placesOf(nodes).get(step.node);
      if (step.node === tree.root) return refuse('node.root', step.node, 'A screen’s own ground cannot be deleted; delete the screen instead.');
      if (!nodes[step.node] || !place) return refuse('node.gone', step.node, 'It is no longer there.');
      const list = listAt(nodes, place);
      const at = list.indexOf(step.node);
      const gone: Record<NodeId, Node> = {};
      for (const id of subtree(nodes, step.node)) {
        const n = nodes[id];
        if (n) gone[id] = n;
      }
      const rest: Record<NodeId, Node> = {};
      for (const [id, n] of Object.entries(nodes)) if (!Object.hasOwn(gone, id)) rest[id] = n;
      const next = withList(rest, place, (l) => l.filter((id) => id !== step.node));
      return done(next, { do: 'insert', tree: step.tree, root: step.node, nodes: gone, into: place, after: at > 0 ? (list[at - 1] ?? null) : null });
    }
    case 'move': {
      const place = placesOf(nodes).get(step.node);
      if (!nodes[step.node] || !place) return refuse('node.gone', step.node, 'It is no longer there.');
      const bad = checkPlace(nodes, step.into, step.after);
      if (bad) return bad;
      if (step.after === step.node) return refuse('node.self', step.node, 'It cannot stand behind itself.');
      if (subtree(nodes, step.node).includes(step.into.parent)) return refuse('node.inside-itself', step.node, 'It cannot be put inside itself.');
      const list = listAt(nodes, place);
      const at = list.indexOf(step.node);
      const without = withList(nodes, place, (l) => l.filter((id) => id !== step.node));
      const next = withList(without, step.into, (l) => insertAfter(l, step.node, step.after));
      return done(next, { do: 'move', tree: step.tree, node: step.node, into: place, after: at > 0 ? (list[at - 1] ?? null) : null });
    }
    case 'set': {
      const node = nodes[step.node];
      if (!node) return refuse('node.gone', step.node, 'It is no longer there.');
      const got = setField(node, step.field, step.value);
      if (!got) return refuse('step.field', step.field, `${node.name ?? node.type} cannot have ${step.field} set to ${JSON.stringify(step.value).slice(0, 60)}.`);
      return done({ ...nodes, [node.id]: got.node }, { do: 'set', tree: step.tree, node: step.node, field: step.field, value: got.was });
    }
    case 'setting': {
      const node = nodes[step.node];
      if (!node || (!step.entry && node.type !== 'instance')) return refuse('node.gone', step.node, 'The instance is no longer there.');
      if (step.value && settingKey(step.value) !== step.key) return refuse('step.key', step.key, 'The setting and its key do not agree.');
      if (!step.entry)
        return node.type === 'instance'
          ? putSetting(node.settings, step, (settings, inverse) => done({ ...nodes, [node.id]: { ...node, settings } }, inverse))
          : refuse('node.gone', step.node, 'The instance is no longer there.');
      const series = nodes[step.entry.series];
      if (series?.type !== 'series') return refuse('node.gone', step.entry.series, 'The series is no longer there.');
      const { key } = step.entry;
      const entry = series.entries.find((e) => e.key === key);
      if (!entry && series.rows === undefined) return refuse('entry.gone', key, 'That item of the series is no longer there.');
      return putSetting(entry?.settings[step.node] ?? [], step, (settings, inverse) => done({ ...nodes, [series.id]: { ...series, entries: withEntry(series, key, step.node, settings) } }, inverse));
    }
  }
}

/** Entries with the settings of one node of one item replaced. Over a content set, items that do not differ have no entry. */
function withEntry(series: SeriesNode, key: string, node: NodeId, settings: readonly Setting[]): readonly SeriesEntry[] {
  const was = series.entries.find((e) => e.key === key) ?? { key, settings: {} };
  const { [node]: _, ...others } = was.settings;
  const entry: SeriesEntry = { key, settings: settings.length > 0 ? { ...others, [node]: settings } : others };
  if (series.rows === undefined) return series.entries.map((e) => (e.key === key ? entry : e));
  const rest = series.entries.filter((e) => e.key !== key);
  return [...rest, ...(Object.keys(entry.settings).length > 0 ? [entry] : [])].sort((a, b) => (a.key < b.key ? -1 : 1));
}

function putSetting(now: readonly Setting[], step: Extract<Step, { do: 'setting' }>, done: (settings: readonly Setting[], inverse: Step) => StepResult): StepResult {
  const at = now.findIndex((s) => settingKey(s) === step.key);
  const was = at < 0 ? null : (now[at] ?? null);
  const before = at > 0 ? settingKey(now[at - 1] as Setting) : null;
  const rest = now.filter((_, i) => i !== at);
  let settings: readonly Setting[] = rest;
  if (step.value) {
    const { value } = step;
    if (step.after === undefined) settings = at < 0 ? [...rest, value] : now.map((s, i) => (i === at ? value : s));
    else {
      const behind = step.after === null ? 0 : rest.findIndex((s) => settingKey(s) === step.after) + 1;
      settings = step.after !== null && behind === 0 ? [...rest, value] : [...rest.slice(0, behind), value, ...rest.slice(behind)];
    }
  } else if (at < 0) return refuse('setting.gone', step.key, 'That setting is no longer there.');
  const inverse: Step = { do: 'setting', tree: step.tree, node: step.node, key: step.key, value: was, ...(was ? { after: before } : {}), ...(step.entry ? { entry: step.entry } : {}) };
  return done(settings, inverse);
}

function setField(node: Node, field: string, value: Json): { node: Node; was: Json } | null {
  const record = node as unknown as Record<string, Json>;
  if (field.startsWith('attrs.')) {
    const name = field.slice(6);
    const attrs: Record<string, Json> = { ...(node.attrs as Record<string, Json>) };
    if (value !== null && !attrTakes(name, value)) return null;
    const was = attrs[name] ?? null;
    if (value === null) delete attrs[name];
    else attrs[name] = value;
    return { node: { ...node, attrs } as Node, was };
  }
  if (!NODE_FIELDS.some((f) => f === field)) return null;
  if (field === 'component' && (node.type !== 'instance' || typeof value !== 'string')) return null;
  if (field === 'placed' && (node.type !== 'instance' || (value !== null && typeof value !== 'string'))) return null;
  if (field === 'rows' && (node.type !== 'series' || (value !== null && typeof value !== 'string'))) return null;
  if (field === 'entries' && (node.type !== 'series' || !Array.isArray(value) || !value.every(isEntry))) return null;
  if (field === 'bind' && value !== null && !(isGroup(value) && Object.values(value).every((v) => typeof v === 'string'))) return null;
  if ((field === 'name' || field === 'means') && value !== null && typeof value !== 'string') return null;
  const was = record[field] ?? null;
  const next: Record<string, Json> = { ...record };
  if (value === null) delete next[field];
  else next[field] = value;
  return { node: next as unknown as Node, was };
}

const isGroup = (v: Json): v is { readonly [k: string]: Json } => typeof v === 'object' && v !== null && !Array.isArray(v);

/** Is this the entry of a series: a key, and lists of settings by node? */
function isEntry(v: Json): boolean {
  if (!isGroup(v) || typeof v['key'] !== 'string' || !isGroup(v['settings'] ?? null)) return false;
  const lists = Object.values(v['settings'] as { readonly [k: string]: Json });
  return lists.every(
    (l) => Array.isArray(l) && l.every((s: Json) => isGroup(s) && typeof s['home'] === 'string' && Array.isArray(s['at']) && typeof s['name'] === 'string' && s['value'] !== undefined),
  );
}

function applyProjectStep(project: Project, step: ProjectStep): StepResult {
  const done = (next: Project, inverse: Step): StepResult => ({ ok: true, project: next, inverse });
  switch (step.do) {
    case 'insertScreen': {
      if (project.screens.some((s) => s.id === step.screen.id)) return refuse('screen.exists', step.screen.name, `${step.screen.name} is there already.`);
      if (!project.flows.some((f) => f.id === step.screen.flow)) return refuse('flow.gone', step.screen.flow, 'The flow it belongs to is no longer there.');
      if (!step.screen.nodes[step.screen.root]) return refuse('screen.empty', step.screen.name, `${step.screen.name} has no ground to stand on.`);
      return done({ ...project, screens: screenAfter(project.screens, step.screen, step.after) }, { do: 'removeScreen', screen: step.screen.id });
    }
    case 'removeScreen': {
      const at = project.screens.findIndex((s) => s.id === step.screen);
      const screen = project.screens[at];
      if (!screen) return refuse('screen.gone', step.screen, 'That screen is no longer there.');
      return done({ ...project, screens: project.screens.filter((_, i) => i !== at) }, { do: 'insertScreen', screen, after: project.screens[at - 1]?.id ?? null });
    }
    case 'moveScreen': {
      const at = project.screens.findIndex((s) => s.id === step.screen);
      const screen = project.screens[at];
      if (!screen) return refuse('screen.gone', step.screen, 'That screen is no longer there.');
      if (!project.flows.some((f) => f.id === step.flow)) return refuse('flow.gone', step.flow, 'That flow is no longer there.');
      const rest = project.screens.filter((_, i) => i !== at);
      return done(
        { ...project, screens: screenAfter(rest, { ...screen, flow: step.flow }, step.after) },
        { do: 'moveScreen', screen: screen.id, flow: screen.flow, after: project.screens[at - 1]?.id ?? null },
      );
    }
    case 'setScreen': {
      const screen = project.screens.find((s) => s.id === step.screen);
      if (!screen) return refuse('screen.gone', step.screen, 'That screen is no longer there.');
      if (!SCREEN_FIELDS.includes(step.field)) return refuse('step.field', step.field, `A screen has no ${step.field} to set.`);
      const was = screen[step.field];
      return done({ ...project, screens: project.screens.map((s) => (s === screen ? ({ ...s, [step.field]: step.value } as Screen) : s)) }, { ...step, value: was });
    }
    case 'screenWears': {
      const screen = project.screens.find((s) => s.id === step.screen);
      if (!screen) return refuse('screen.gone', step.screen, 'That screen is no longer there.');
      const { wears, ...bare } = screen;
      const next: Screen = step.value ? { ...bare, wears: step.value } : bare;
      return done({ ...project, screens: project.screens.map((s) => (s === screen ? next : s)) }, { ...step, value: wears ?? null });
    }
    case 'name':
      return done({ ...project, name: step.value }, { do: 'name', value: project.name });
    case 'kits':
      return done({ ...project, kits: step.value }, { do: 'kits', value: project.kits });
    case 'wears':
      return done({ ...project, wears: step.value }, { do: 'wears', value: project.wears });
    case 'sheet':
      return done({ ...project, sheets: withKey(project.sheets, step.key, step.value) }, { do: 'sheet', key: step.key, value: project.sheets[step.key] ?? null });
    case 'contentSet':
      return done({ ...project, contentSets: withKey(project.contentSets, step.set, step.value) }, { do: 'contentSet', set: step.set, value: project.contentSets[step.set] ?? null });
    case 'original':
      return done({ ...project, originals: withKey(project.originals, step.original, step.value) }, { do: 'original', original: step.original, value: project.originals[step.original] ?? null });
    case 'flow': {
      const at = project.flows.findIndex((f) => f.id === step.flow);
      const was = project.flows[at] ?? null;
      if (!step.value && project.screens.some((s) => s.flow === step.flow)) return refuse('flow.in-use', was?.name ?? step.flow, 'This flow still has screens in it; move or delete them first.');
      const rest = project.flows.filter((_, i) => i !== at);
      const behind = step.after === null ? 0 : rest.findIndex((f) => f.id === step.after) + 1;
      const flows = step.value ? [...rest.slice(0, behind), step.value, ...rest.slice(behind)] : rest;
      return done({ ...project, flows }, { do: 'flow', flow: step.flow, value: was, after: project.flows[at - 1]?.id ?? null });
    }
  }
}

function screenAfter(screens: readonly Screen[], screen: Screen, after: string | null): readonly Screen[] {
  if (after === null) return [screen, ...screens];
  const at = screens.findIndex((s) => s.id === after);
  return at < 0 ? [...screens, screen] : [...screens.slice(0, at + 1), screen, ...screens.slice(at + 1)];
}

function withKey<T>(record: Readonly<Record<string, T>>, key: string, value: T | null): Readonly<Record<string, T>> {
  const next: Record<string, T> = { ...record };
  if (value === null) delete next[key];
  else next[key] = value;
  return next;
}
