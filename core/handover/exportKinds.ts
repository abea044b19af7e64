/** Everything that screens are exported as. */
export type ExportKind = 'html' | 'bundle' | 'pdf' | 'svg' | 'png' | 'icons' | 'assets';

/** What there is to know of one kind of export, for those who list it. How it is made is the server's (`server/exports`). */
export interface ExportFacts {
  readonly name: string;
  readonly says: string;
  /** One screen alone; one or several; or things on them, each as files of its own. */
  readonly of: 'screen' | 'screens' | 'pieces';
  /** What can be chosen: a scale from 1 to 4, or in which forms pieces are made. */
  readonly options: { readonly scale?: true; readonly forms?: true };
  /** What files are called where nothing else is asked for. */
  readonly pattern: string;
}

const SCREENS = '{number} {name}';

/** Every kind of export, in the order in which they are offered. */
export const EXPORT_KINDS: Readonly<Record<ExportKind, ExportFacts>> = {
  html: {
    name: 'HTML and CSS',
    says: 'One screen as a page: semantic, flexbox and grid, tokens as custom properties, no script.',
    of: 'screen',
    options: {},
    pattern: SCREENS,
  },
  bundle: {
    name: 'Mockup to click through',
    says: 'Every screen as a page, linked as its things lead. Opens from disk.',
    of: 'screens',
    options: {},
    pattern: SCREENS,
  },
  pdf: {
    name: 'PDF',
    says: 'A page for each screen: vectors, text that can be selected, links between screens.',
    of: 'screens',
    options: {},
    pattern: SCREENS,
  },
  svg: {
    name: 'SVG',
    says: 'Each screen as a drawing that stands by itself.',
    of: 'screens',
    options: {},
    pattern: SCREENS,
  },
  png: {
    name: 'PNG',
    says: 'Each screen as a picture, 1 to 4 times its size.',
    of: 'screens',
    options: { scale: true },
    pattern: SCREENS,
  },
  icons: {
    name: 'Icons in use',
    says: 'Each icon that shows somewhere, once.',
    of: 'pieces',
    options: { forms: true },
    pattern: '{name}',
  },
  assets: {
    name: 'Assets',
    says: 'What is marked as an asset, each by itself.',
    of: 'pieces',
    options: { forms: true },
    pattern: '{name}',
  },
};
export const EXPORT_KIND_NAMES = Object.keys(EXPORT_KINDS) as readonly ExportKind[];
