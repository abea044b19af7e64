import { readFileSync } from 'node:fs';
import {
  applyEdit,
  blankScreen,
  emptyProject,
  kitRef,
  layout,
  mendProject,
  newInstance,
  paint,
  readKit,
  readPlaceLine,
  readRows,
  resolve,
  toSvg,
  vocabulary,
  type Edit,
  type Json,
  type Kit,
  type Project,
  type Screen,
} from '../core/index.js';
import { attrTakes } from '../core/validate/index.js';
import { sanitizeSvg, looksSvg } from '../server/drawing/sanitizeSvg.js';
import { ProblemError } from '../server/errors.js';
import { shippedKits } from '../testing/browser/shippedKits.js';
import { tell } from '../bench/report.js';
import { ids, someAction, someProject } from '../testing/project.js';
import { Chance } from '../testing/random.js';
import { mutated } from './mutate.js';

const { kits, fonts } = shippedKits();
const plywood = kits.get('plywood@1.0.0') as Kit;

/** One kind of input: made from a chance, and given to what reads it. Throws when something is wrong. */
interface Input {
  readonly name: string;
  /** Of all inputs, so many in a hundred are of this kind. */
  readonly share: number;
  readonly give: (chance: Chance) => void;
}

/** Everything that stands in a screen, drawn as SVG: nothing in it may be no number, or lead anywhere. */
function draw(project: Project, screen: Screen, known: ReadonlyMap<string, Kit>): void {
  const box = layout(resolve({ project, kits: known }, screen), fonts);
  const svg = toSvg(paint(box), { width: screen.width, height: Math.ceil(box.h), title: screen.name, prefix: 's-' });
  // What texts say may be anything.
  const bad = /https?:\/\/harbour|url\(http|<script|NaN|Infinity/u.exec(
    svg.replace(/>[^<]*</gu, '><').replace(/ aria-label="[^"]*"/u, ''),
  );
  if (bad) throw new Error(`The picture holds ${bad[0]}`);
}

const kitJson = JSON.parse(readFileSync('kits/plywood/kit.json', 'utf8')) as Json;
function someKit(chance: Chance): void {
  const { value } = readKit(mutated(kitJson, chance), { bases: kits });
  if (!value) return;
  const ref = kitRef(value);
  const all = Object.keys(value.components).slice(0, 50);
  const blank = blankScreen('s', 'S', 'flow-1', 'phone', 390, 844);
  const root = blank.nodes[blank.root];
  if (root?.type !== 'box') return;
  const screen: Screen = {
    ...blank,
    nodes: {
      ...Object.fromEntries(all.map((c, i) => [`x${i}`, newInstance(`x${i}`, `${ref}/${c}`, { width: 'stretch' })])),
      [blank.root]: { ...root, children: all.map((_, i) => `x${i}`) },
    },
  };
  draw(emptyProject('p', 'P', ref), screen, new Map([...kits, [ref, value]]));
}

/** An edit that a designer might make, then spoilt: what is taken leaves a document that opens and can be drawn. */
function someEdit(chance: Chance): void {
  const project = someProject(new Chance(chance.below(40)), plywood);
  const { steps } = someAction(chance, { project, kits }, ids('n'));
  if (steps.length === 0) return;
  const edit = mutated({ id: 'e', label: 'Edit', steps } as unknown as Json, chance) as unknown as Edit;
  if (typeof edit !== 'object' || !Array.isArray(edit?.steps)) return;
  const got = applyEdit(project, edit);
  if (!got.ok) return;
  const opened = mendProject(JSON.parse(JSON.stringify(got.project)) as Json);
  if (!opened.value) throw new Error('What was taken does not open');
  if (opened.problems.length > 0) throw new Error(`What was taken is mended: ${opened.problems[0]?.message}`);
  for (const screen of opened.value.screens) draw(opened.value, screen, kits);
  for (const screen of opened.value.screens)
    for (const n of Object.values(screen.nodes))
      for (const [name, v] of Object.entries(n.attrs))
        if (v !== undefined && !attrTakes(name, v as Json)) throw new Error(`${name} holds ${JSON.stringify(v)}`);
}

const projectJson = JSON.parse(JSON.stringify(someProject(new Chance(3), plywood))) as Json;
function someDocument(chance: Chance): void {
  const { value } = mendProject(mutated(projectJson, chance));
  if (!value) return;
  for (const screen of value.screens) draw(value, screen, kits);
  if (mendProject(JSON.parse(JSON.stringify(value)) as Json).problems.length > 0)
    throw new Error('What was mended is mended again');
}

const SVG = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 30"><defs><linearGradient id="g"><stop offset="0" stop-color="#fff"/></linearGradient><g id="a"><path d="M0 0h4v4z"/></g><mask id="m"><rect width="9" height="9"/></mask></defs><g opacity=".5" mask="url(#m)"><use href="#a"/><text x="3">Quay &amp; pier</text><circle r="3" fill="url(#g)"/></g></svg>`;
const PIECES = [
  '<',
  '>',
  '"',
  '&',
  '&#0;',
  '&#x110000;',
  '<!--',
  '-->',
  '<![CDATA[',
  ']]>',
  '<?',
  '?>',
  '<!DOCTYPE',
  '<!ENTITY a "b">',
  '#a',
  'url(#a)',
  '<g>',
  '</g>',
  '<use href="#a"/>',
  'href="/etc/passwd"',
  '\u0000',
  '\ud800',
  '1e999',
  '-1',
  '<svg>',
  'xmlns:x="y"',
  ' '.repeat(300),
  '('.repeat(300),
];
/** A text with pieces put in, taken out, doubled. */
function spoiltText(text: string, chance: Chance, pieces: readonly string[]): string {
  let now = text;
  for (let n = 0; n < 1 + chance.below(6); n++) {
    const at = chance.below(now.length + 1);
    const to = Math.min(now.length, at + chance.below(30));
    now =
      now.slice(0, at) +
      (chance.is(0.5)
        ? chance.of(pieces).repeat(1 + chance.below(8))
        : chance.is(0.5)
          ? now.slice(at, to).repeat(3)
          : '') +
      now.slice(chance.is(0.5) ? at : to);
  }
  return now;
}
function someSvg(chance: Chance): void {
  const bytes = new TextEncoder().encode(spoiltText(SVG, chance, PIECES));
  looksSvg(bytes);
  try {
    const { svg } = sanitizeSvg('a.svg', bytes);
    if (/passwd|<!ENTITY|<script/u.test(svg.replace(/>[^<]*</gu, '><')))
      throw new Error(`It holds ${svg.slice(0, 200)}`);
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
  }
}

const LINES = [
  '3 field From, To, Date',
  'top bar Trips with button Back',
  'row with 2 card, table',
  'list of 5 people',
  'tabs One, Two; small danger button Delete',
];
const WORDS = [
  '3',
  '-2',
  '1e99',
  'with',
  ',',
  ';',
  '(',
  ')',
  ':',
  '"',
  'button',
  'card',
  'in a row',
  'from',
  'like',
  '%',
  '\u200d',
  '👩‍👩‍👧',
  'w'.repeat(3000),
  '\u0000',
  ' '.repeat(2000),
  'zero',
  'of',
  'toString',
  '__proto__',
];
const things = vocabulary(plywood, undefined);
const someLine = (chance: Chance): void => {
  const plan = readPlaceLine(spoiltText(chance.of(LINES), chance, WORDS), things, plywood, []);
  if (plan.problem === null && plan.items.length > 5000) throw new Error(`${plan.items.length} things at once`);
};

const CSV = 'Name;Age;Paid\r\nVik;31;yes\r\n"Rask; the elder";44;no\r\n';
const CELLS = [
  ',',
  ';',
  '\t',
  '"',
  '""',
  '\n',
  '\r',
  '\u0000',
  '\ufeff',
  '=1+1',
  '1e999',
  'x'.repeat(20_000),
  ',,,,,,',
  '"'.repeat(99),
  '\ud800',
];
const someRows = (chance: Chance): void => void readRows(spoiltText(CSV, chance, CELLS));

const INPUTS: readonly Input[] = [
  { name: 'kits', share: 8, give: someKit },
  { name: 'edits', share: 40, give: someEdit },
  { name: 'documents', share: 12, give: someDocument },
  { name: 'drawings', share: 15, give: someSvg },
  { name: 'place lines', share: 15, give: someLine },
  { name: 'tables', share: 10, give: someRows },
];
/** Nothing may take longer: ms. */
const HANG = 2000;

/** Gives so many spoilt inputs to everything that reads one, and tells what went wrong. */
export function soakReaders(total: number, from = 0): void {
  let crashes = 0;
  let hangs = 0;
  let slowest = 0;
  const said = new Set<string>();
  for (const { name, share, give } of INPUTS) {
    const times = Math.round((total * share) / 100);
    const began = performance.now();
    for (let n = 0; n < times; n++) {
      const at = performance.now();
      try {
        give(new Chance(from + n));
      } catch (error) {
        crashes++;
        const what = `${name}: ${String((error as Error).stack)
          .split('\n')
          .slice(0, 3)
          .join(' | ')}`.slice(0, 400);
        if (!said.has(what) && said.size < 20) console.error(`  seed ${from + n}, ${what}`);
        said.add(what);
      }
      const took = performance.now() - at;
      slowest = Math.max(slowest, took);
      if (took > HANG) {
        hangs++;
        console.error(`  ${name}, seed ${from + n}: ${Math.round(took)} ms`);
      }
    }
    tell(`Spoilt ${name}: given`, times, `in ${Math.round((performance.now() - began) / 1000)} s`);
  }
  tell('  crashes, and what was taken but does not open', crashes, '', { below: 1 });
  tell('  longer than 2 s', hangs, '', { below: 1 });
  tell('  slowest', slowest, 'ms', { below: HANG });
  tell('  memory of the process', process.memoryUsage().rss / 1024 / 1024, 'MB', { below: 600 });
}
