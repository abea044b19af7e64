import type { Edit, Step } from '../edit/index.js';
import type { Project } from '../model/index.js';

/** Where somebody was when something was done: it is shown again when that is undone. */
export interface Where {
  readonly screen: string;
  /** Keys of what was selected. */
  readonly keys: readonly string[];
}

/** Something done in this visit: it can be undone at once. */
export interface Done {
  readonly edit: Edit;
  readonly inverse: readonly Step[];
  readonly before: Project;
  readonly after: Project;
  /** Changes with the same key shortly after one another become one. */
  readonly merge: string | null;
  /** ms since 1970 */
  readonly at: number;
  readonly where: Where | null;
}

/** Something done earlier, as the server tells of it: what it did must be fetched before it can be undone. */
export interface Past {
  readonly id: string;
  readonly label: string;
  /** The revision it made. */
  readonly revision: number;
  /** As ISO 8601 says it. */
  readonly at: string;
  readonly by?: string;
  readonly undoes?: string;
}

export type Undoable = Done | Past;
export const isPast = (u: Undoable): u is Past => 'revision' in u;
export const labelOf = (u: Undoable): string => (isPast(u) ? u.label : u.edit.label);
export const idOf = (u: Undoable): string => (isPast(u) ? u.id : u.edit.id);

/** What one person could undo and redo after these edits of theirs, oldest first. Undoing an undo is doing again. */
export function stacks(own: readonly Past[]): { readonly done: readonly Past[]; readonly undone: readonly Past[] } {
  const done: Past[] = [];
  const undone: Past[] = [];
  for (const edit of own) {
    if (edit.undoes === undefined) {
      done.push(edit);
      undone.length = 0;
      continue;
    }
    const at = done.findIndex((d) => d.id === edit.undoes);
    if (at >= 0) {
      done.splice(at, 1);
      undone.push(edit);
      continue;
    }
    const again = undone.findIndex((u) => u.id === edit.undoes);
    if (again >= 0) undone.splice(again, 1);
    done.push(edit);
  }
  return { done, undone };
}

/** `Undo Place 3 fields`, however often it went back and forth. */
export const plainLabel = (label: string): string => label.replace(/^(?:Undo )+/u, '');
