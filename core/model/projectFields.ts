import type { Project } from './project.js';

/** What the rest of Dekkor has to know of one field of a project. */
export interface FieldFacts {
  /** How it is told apart from others to a person: *component*, *content set*. */
  readonly name: string;
  /**
   * What of the pictures of screens goes by it. `looks`: how screens look, so what was found on them holds no longer when it changes;
   * `pictures`: what pictures are made from or looked up by; `none`.
   */
  readonly drives: 'looks' | 'pictures' | 'none';
  /** The worker has it, besides the screens it is asked about. */
  readonly worker: boolean;
  /**
   * What somebody with a review link gets of it. `used`: only the entries that the screens of the link are made of. A field that says
   * `none` never leaves the server for a guest.
   */
  readonly guests: 'none' | 'used' | 'whole';
}

/** Every field of a project. One that is missing does not compile, so a new field reaches nobody unasked. */
export const PROJECT_FIELDS: Readonly<Record<keyof Project, FieldFacts>> = {
  id: { name: 'id', drives: 'pictures', worker: true, guests: 'whole' },
  name: { name: 'name', drives: 'none', worker: true, guests: 'whole' },
  kits: { name: 'kits', drives: 'pictures', worker: true, guests: 'used' },
  appliedKits: { name: 'applied kits', drives: 'looks', worker: true, guests: 'whole' },
  flows: { name: 'flow', drives: 'pictures', worker: true, guests: 'used' },
  // Workers are sent each screen when they are asked about it.
  screens: { name: 'screen', drives: 'none', worker: false, guests: 'used' },
  originals: { name: 'component', drives: 'looks', worker: true, guests: 'used' },
  editions: { name: 'change of a kit’s component', drives: 'looks', worker: true, guests: 'used' },
  contentSets: { name: 'content set', drives: 'looks', worker: true, guests: 'used' },
  situations: { name: 'situation', drives: 'looks', worker: true, guests: 'whole' },
  // Saved match sheets are the designer's work in progress; kits that are applied carry their own.
  matchSheets: { name: 'match sheet', drives: 'pictures', worker: true, guests: 'none' },
};

const names = Object.keys(PROJECT_FIELDS) as readonly (keyof Project)[];
/** The fields of a project for which something holds, in the order of the table. */
export const projectFields = (which: (facts: FieldFacts) => boolean): readonly (keyof Project)[] =>
  names.filter((name) => which(PROJECT_FIELDS[name]));
