import { shallowRef } from 'vue';
import {
  applyEdit,
  type ComponentRef,
  type Project,
  type Screen,
  type Step,
  type Wrapped,
} from '../../../core/index.js';

/** An alternative that is shown in the place of an instance while the pointer rests on it. */
export interface SwapPreview {
  readonly node: string;
  readonly ref: ComponentRef;
}
/** Steps that are shown as if done. `made` are the new things. */
export interface DropPreview {
  readonly screen: string;
  readonly steps: readonly Step[];
  readonly made: readonly string[];
}

/** What is shown before it is done: a swap under the pointer, and what Enter or letting go will place. */
export function createPreviews() {
  const swapPreview = shallowRef<SwapPreview | null>(null);
  const dropPreview = shallowRef<DropPreview | null>(null);

  /** The project with the preview's steps done; null: there is no preview of this screen, or it would be refused. */
  function projectWithDrop(
    project: Project,
    screen: Screen,
    prepare: (steps: readonly Step[]) => Wrapped,
  ): Project | null {
    const drop = dropPreview.value;
    if (drop?.screen !== screen.id) return null;
    const ready = prepare(drop.steps);
    const got = ready.ok ? applyEdit(project, { id: 'preview', label: 'Preview', steps: ready.steps }) : ready;
    return got.ok && 'project' in got ? got.project : null;
  }
  /** The screen with the alternative in place: an instance keeps its overrides, as when it is swapped. */
  function withSwap(screen: Screen | undefined): Screen | undefined {
    const swap = swapPreview.value;
    const node = swap ? screen?.nodes[swap.node] : undefined;
    if (!screen || !swap || node?.type !== 'instance') return screen;
    const swapped = { ...node, component: swap.ref, placed: node.placed ?? node.component };
    return { ...screen, nodes: { ...screen.nodes, [node.id]: swapped } };
  }
  function clear(): void {
    swapPreview.value = null;
    dropPreview.value = null;
  }
  return { swapPreview, dropPreview, projectWithDrop, withSwap, clear };
}
