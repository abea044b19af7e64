import { computed, ref } from 'vue';
import {
  childrenOf,
  lookupIn,
  Memo,
  plainText,
  rulesOn,
  describeNode,
  whenSentence,
  type Box,
  type Node,
  type Screen,
  type World,
} from '../../core/index.js';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';

/** One line of the Outline: a thing of a screen, or the head of a screen. */
export interface Line {
  readonly key: string;
  readonly screen: Screen;
  readonly id: string;
  readonly depth: number;
  readonly kind: string;
  readonly text: string;
  /** How many of its looks and parts are one's own. */
  readonly count: number;
  /** Not there yet: what Enter would place. */
  readonly ghost: boolean;
  readonly head?: boolean;
  /** It lies over the screen. */
  readonly overlay: boolean;
}

const NO_BOXES: ReadonlyMap<string, Box> = new Map();

/** The lines there are: of the screen, or of all screens of its flow, folded to their names but for those opened. */
export function useLines() {
  const doc = useDocument();
  const editor = useEditor();
  const componentEditor = useComponentEditor();
  /** Screens of the flow, one below the other; the others folded to their names. */
  const whole = ref(false);
  const unfolded = ref<ReadonlySet<string>>(new Set());

  /** Lines as they were, with all that they looked up: one that would say the same is not made again. */
  const kept = new Memo<Line>(8);
  function lineOf(world: World, screen: Screen, node: Node, depth: number, ghost: boolean, box: Box | undefined): Line {
    const appliedKits = editor.appliedKitsShown(screen);
    const line = kept.of(
      node,
      [
        screen.id,
        depth,
        ghost,
        box?.node,
        appliedKits,
        world.project.contentSets,
        componentEditor.contract,
        componentEditor.component?.rules,
      ],
      () => {
        const { kind, says, own } = describeNode(world, appliedKits, node, box?.node.instance?.props);
        const part = [(node.name ?? '') || says || linked(node, box), onlyIn(node)].filter((t) => t !== '');
        const text = componentEditor.of === '' ? says : part.join(', ');
        return {
          key: `${screen.id}/${node.id}`,
          screen,
          id: node.id,
          depth,
          kind,
          text,
          count: own,
          ghost,
          overlay: depth === 0 && node.attrs.overlay !== undefined,
        };
      },
      lookupIn(world),
    );
    return line.screen.id === screen.id ? line : { ...line, screen };
  }
  /** In which looks a part of an original shows, where that is not in all. */
  function onlyIn(node: Node): string {
    const c = componentEditor.component;
    if (!c) return '';
    const flag = c.contract.props.find((p) => p.id === node.bind?.['visible']);
    if (flag) return `when ${flag.name} is on`;
    const rules = rulesOn(c, node.id, 'visible');
    const shows = rules.filter((r) => r.set[node.id]?.['visible'] === true);
    const hides = rules.filter((r) => r.set[node.id]?.['visible'] === false);
    if (node.attrs.visible === false && shows.length > 0) return whenSentence(c, shows[0]?.when ?? {});
    return hides.length > 0 ? `not ${whenSentence(c, hides[0]?.when ?? {})}` : '';
  }
  /** What a part of an original says comes from its contract. */
  function linked(node: Node, box: Box | undefined): string {
    if (node.type === 'text' && box?.node.written) return plainText(box.node.written);
    const from = Object.values(node.bind ?? {}).map(
      (id) => componentEditor.component?.contract.props.find((p) => p.id === id.split('.')[0])?.name ?? id,
    );
    return from.length > 0 ? `from ${from[0]}` : '';
  }
  function linesOf(world: World, screen: Screen, boxes: ReadonlyMap<string, Box>): Line[] {
    const found: Line[] = [];
    const ghosts = new Set(screen.id === editor.screenId ? (editor.dropPreview?.made ?? []) : []);
    const visit = (id: string, depth: number, ghost: boolean): void => {
      const node = screen.nodes[id];
      if (!node) return;
      const isGhost = ghost || ghosts.has(id);
      if (id !== screen.root || componentEditor.of !== '')
        found.push(lineOf(world, screen, node, depth, isGhost, boxes.get(id)));
      for (const c of childrenOf(node))
        visit(c, id === screen.root && componentEditor.of === '' ? depth : depth + 1, isGhost);
    };
    visit(screen.root, 0, false);
    return found;
  }
  const all = computed<readonly Line[]>((was) => {
    // What is being typed shows on the Wall first; its line follows in the next frame.
    if (doc.typing && was && was.length > 0) return was;
    const s = editor.outlined;
    const w = editor.world;
    if (!s || !w) return [];
    if (!whole.value || componentEditor.of !== '') return linesOf(w, s, editor.boxMap);
    return w.project.screens
      .filter((x) => x.flow === s.flow)
      .flatMap((x) => {
        const screen = x.id === s.id ? s : x;
        const head: Line = {
          key: x.id,
          screen,
          id: screen.root,
          depth: 0,
          kind: 'Screen',
          text: x.name,
          count: 0,
          ghost: false,
          head: true,
          overlay: false,
        };
        if (x.id !== s.id && !unfolded.value.has(x.id)) return [head];
        const boxes = x.id === s.id ? editor.boxMap : NO_BOXES;
        return [head, ...linesOf(w, screen, boxes).map((l) => ({ ...l, depth: l.depth + 1 }))];
      });
  });
  const isOpen = (line: Line): boolean => line.screen.id === editor.screenId || unfolded.value.has(line.screen.id);
  function fold(line: Line): void {
    const next = new Set(unfolded.value);
    if (next.has(line.screen.id)) next.delete(line.screen.id);
    else next.add(line.screen.id);
    unfolded.value = next;
  }
  const isOn = (line: Line): boolean => {
    const here = line.screen.id === editor.screenId;
    if (line.head) return editor.picked.includes(line.screen.id) || (here && editor.countSelected === 0);
    if (here) return editor.selectedIds.includes(line.id);
    return editor.elsewhere.some((e) => e.screen === line.screen.id && e.node === line.id);
  };
  return { whole, lines: all, isOn, isOpen, fold };
}
