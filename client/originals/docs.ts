import DOMPurify from 'dompurify';
import MarkdownIt from 'markdown-it';
import { buildPieces, readPlaceLine, vocabulary, type Kit, type Project, type Template } from '../../core/index.js';

/** A docs page: what is safe HTML, and between it the samples that are drawn live. */
export type DocsPart =
  | { readonly kind: 'html'; readonly html: string }
  | { readonly kind: 'sample'; readonly line: string; readonly template: Template | null; readonly problem: string };

const markdown = new MarkdownIt({ html: false, linkify: false, typographer: false });
/** Nothing but text and what orders it: no pictures from outside, no scripts, no addresses but plain links. */
const ALLOWED = [
  'h1',
  'h2',
  'h3',
  'h4',
  'p',
  'ul',
  'ol',
  'li',
  'em',
  'strong',
  'code',
  'pre',
  'blockquote',
  'table',
  'thead',
  'tbody',
  'tr',
  'th',
  'td',
  'hr',
  'br',
  'a',
];

/** Reads a docs page in Markdown. A fenced block called `sample` is a place line, drawn in the kit. */
export function readDocs(text: string, kit: Kit | undefined, project: Project | undefined): readonly DocsPart[] {
  const things = vocabulary(kit, project);
  const parts: DocsPart[] = [];
  const clean = (md: string): void => {
    if (md.trim() === '') return;
    const html = DOMPurify.sanitize(markdown.render(md), {
      ALLOWED_TAGS: ALLOWED,
      ALLOWED_ATTR: ['href'],
      ALLOWED_URI_REGEXP: /^https?:/iu,
    });
    parts.push({ kind: 'html', html });
  };
  let at = 0;
  for (const m of text.matchAll(/^```sample[^\n]*\n([\s\S]*?)^```[ \t]*$/gmu)) {
    clean(text.slice(at, m.index));
    at = m.index + m[0].length;
    for (const line of (m[1] ?? '').split('\n').filter((l) => l.trim() !== ''))
      parts.push(sampleOf(line.trim(), things, kit));
  }
  clean(text.slice(at));
  return parts;
}

function sampleOf(line: string, things: ReturnType<typeof vocabulary>, kit: Kit | undefined): DocsPart {
  const plan = readPlaceLine(line, things, kit);
  if (plan.problem !== null || plan.items.length === 0)
    return { kind: 'sample', line, template: null, problem: plan.problem ?? 'There is nothing in this line.' };
  let n = 0;
  const pieces = buildPieces(plan, () => `s${++n}`);
  const template: Template = {
    id: `docs-${line}`,
    name: line,
    kind: 'section',
    summary: '',
    words: [],
    root: 'docs-root',
    nodes: {
      ...Object.assign({}, ...pieces.map((p) => p.nodes)),
      'docs-root': {
        id: 'docs-root',
        type: 'box',
        attrs: { flow: 'column', gap: 12, padding: 16, width: 'stretch' },
        children: pieces.map((p) => p.root),
      },
    },
  };
  return { kind: 'sample', line, template, problem: '' };
}
