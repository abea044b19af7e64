import { Memo, recordReads } from '../base/index.js';
import { pairsSeen } from '../brand/index.js';
import { meaningsOf } from '../match/index.js';
import { layoutNode, type Box } from '../layout/index.js';
import {
  componentsInOrder,
  emptyProject,
  hasRange,
  kitRef,
  roleFacts,
  type Component,
  type Kit,
  type KitRef,
  type Override,
  type World,
} from '../model/index.js';
import { focusSeen, isSmallTarget } from '../check/index.js';
import { resolveSample, type RNode } from '../resolve/index.js';
import type { Fonts } from '../text/index.js';
import { gradeKit, gradeLine, meanShare, type Grade, type GradeLine, type Judged } from './grade.js';
import { lostInStates } from './states.js';

/** Widths of the room that a component stands in, px. */
const ROOMS = [280, 358, 600, 1024, 1600];
const SHORT = 'Ok';
const LONG = 'A label that somebody has made rather long, sixty characters';
const SLACK = 0.5;
/** So narrow a room a screen is taken to be at least: px. */
const LEAST_SCREEN = 390;

/** What of a component runs out of it: the first text, icon, picture or filled part, in words; null: nothing. */
function runsOut(root: Box): string | null {
  let found: string | null = null;
  const walk = (b: Box): void => {
    const { look, text, type, name } = b.node;
    if (found !== null || !look.visible) return;
    const shows = (b.para && text !== '') || type === 'icon' || type === 'image' || look.fill || look.stroke;
    if (shows && (b.x + b.w > root.x + root.w + SLACK || (b.para && b.y + b.h > root.y + root.h + SLACK)))
      found = b.para ? `“${text}”` : name;
    if (!look.clip) b.children.forEach(walk);
  };
  walk(root);
  return found;
}
/** So wide a component is at least, px, whatever its room. */
const leastWidth = ({ node: { look } }: Box): number =>
  Math.max(look.minWidth ?? 0, typeof look.width === 'number' ? look.width : 0);

/** Does a component look at how wide a screen is? */
const minds = (c: Component): boolean =>
  minding.of(
    c,
    [],
    () =>
      c.rules.some((r) => hasRange(r.when)) ||
      Object.values(c.nodes).some(
        (n) => (n.widths?.length ?? 0) > 0 || (n.type === 'instance' && n.overrides.some((s) => hasRange(s.when))),
      ),
  );
const minding = new Memo<boolean>();

/**
 * What can be said of a kit by drawing it: contrast in every look and mode, targets, the focus, states, labels of 2 and 60 signs,
 * rooms from 280 to 1600 px. Each line with what falls short.
 * @param kits it and what it is based on
 * @param each is told after every component, and stops the rest by returning false: then the lines are of what was drawn
 */
export function measureKit(
  kit: Kit,
  kits: ReadonlyMap<KitRef, Kit>,
  fonts: Fonts,
  each?: (done: number, of: number) => boolean,
): readonly GradeLine[] {
  const ref = kitRef(kit);
  const world: World = { project: emptyProject('grade', 'Grade', ref), kits: new Map([...kits, [ref, kit]]) };
  const all = componentsInOrder(kit);
  const targets: Judged[] = [];
  const focus: Judged[] = [];
  const told: Judged[] = [];
  const labels: Judged[] = [];
  const rooms: Judged[] = [];
  /** A component in rooms of all widths. Most say nothing of the width of a screen: those are the same parts in all of them. */
  const inRooms = (c: Component, overrides: readonly Override[]): readonly Box[] => {
    let same: RNode | null = null;
    return ROOMS.map((width) => {
      const screen = Math.max(width, LEAST_SCREEN);
      if (!same) {
        const { made, reads } = recordReads(() => resolveSample(world, `${ref}/${c.id}`, overrides, { width: screen }));
        const parts = [...(reads.get('component')?.values() ?? [])] as readonly (Component | undefined)[];
        if (parts.some((p) => p && minds(p))) return layoutNode(made, fonts, width, undefined);
        same = made;
      }
      return layoutNode(same, fonts, width, undefined);
    });
  };
  for (const [i, c] of all.entries()) {
    const label = c.contract.props.find((p) => p.kind === 'text' && meaningsOf(p).includes('label'));
    const saying = (value: string): readonly Override[] =>
      label ? [{ home: `${ref}/${c.id}`, at: [], kind: 'prop', name: label.id, value }] : [];
    const plain = inRooms(c, []);
    if (roleFacts(c.role).target) {
      const least = Math.min(...plain.map((b) => Math.min(b.w, b.h)));
      targets.push([`${c.name}, ${Math.round(least)} px`, !isSmallTarget(least, least), c]);
      focus.push([c.name, focusSeen(world, `${ref}/${c.id}`, []), c]);
    }
    const lost = lostInStates(world, kit, c);
    if (lost) told.push([lost[0] === undefined ? c.name : `${c.name}, ${lost[0]}`, lost.length === 0, c]);
    const wrong = ROOMS.flatMap((w, at) => {
      const b = plain[at];
      const out = b && leastWidth(b) > w + SLACK ? `at least ${leastWidth(b)} px wide` : b ? runsOut(b) : null;
      return out === null ? [] : [`${c.name} at ${w} px: ${out}`];
    });
    rooms.push([wrong[0] ?? c.name, wrong.length === 0, c]);
    if (label) {
      const bad = [SHORT, LONG].flatMap((text) =>
        inRooms(c, saying(text)).flatMap((box, at) => {
          const out = runsOut(box);
          return out === null ? [] : [`${c.name}, ${text.length} signs at ${ROOMS[at] ?? 0} px: ${out}`];
        }),
      );
      labels.push([bad[0] ?? c.name, bad.length === 0, c]);
    }
    if (each?.(i + 1, all.length) === false) break;
  }
  const byName = new Map(all.map((c) => [c.name, c]));
  const pairs = pairsSeen(kit).map(({ pair: p, ratio, mode, readable }): Judged => {
    const seen = mode === '' ? '' : `, in ${mode}`;
    const name = `${p.text} on ${p.ground} in ${p.where}${seen}, ${ratio.toFixed(1)} to 1`;
    return [name, readable, byName.get(p.where)];
  });
  return [
    gradeLine('texts can be read in every look and mode (AA)', pairs),
    gradeLine('targets are at least 24 px either way', targets),
    gradeLine('the keyboard’s focus can be seen', focus),
    gradeLine('what is chosen, ticked or wrong is told in every state', told),
    gradeLine('labels of 2 and of 60 signs stay inside', labels),
    gradeLine('everything fits in rooms from 280 to 1600 px', rooms),
  ];
}

/** All that can be said of a kit, read and drawn. */
export function gradeWhole(
  kit: Kit,
  kits: ReadonlyMap<KitRef, Kit>,
  fonts: Fonts,
  each?: (done: number, of: number) => boolean,
): Grade {
  const lines = [...gradeKit(kit).lines, ...measureKit(kit, kits, fonts, each)];
  return { share: meanShare(lines), lines };
}
