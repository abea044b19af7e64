import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import { drawnSheet, KINDS_DRAWN } from '../../testing/drawings.js';
import { Chance } from '../../testing/random.js';
import {
  applyEdit,
  emptyProject,
  layout,
  makeMany,
  paint,
  readDrawing,
  readSheetOfDrawings,
  resolve,
  type Kit,
  type Primitive,
  type Project,
  type Screen,
} from '../index.js';

const { kits, fonts } = shippedKits();
const SKERRY = 'skerry-line@2.1.0';
const kit = kits.get(SKERRY) as Kit;
const svg = (inside: string, more = 'width="200" height="100"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${more}>${inside}</svg>`;
const ids = (of = 'n'): (() => string) => {
  let n = 0;
  return () => `${of}${++n}`;
};
const read = (source: string) => readSheetOfDrawings(source, kit, fonts, ids());
function screenOf(source: string): { screen: Screen; drawings: readonly string[] } {
  const got = read(source);
  const { width, height, root, nodes, drawings } = got;
  return { screen: { id: 's', name: 'Sheet', flow: 'flow-1', device: 'custom', width, height, root, nodes }, drawings };
}
const painted = (project: Project): readonly Primitive[] =>
  paint(layout(resolve({ project, kits }, project.screens[0] as Screen), fonts)).map((p) =>
    'key' in p ? { ...p, key: '' } : p,
  );

describe('a sheet of drawings', () => {
  it('is read with every transformation done', () => {
    const { shapes } = readDrawing(
      svg('<g transform="translate(10 20) scale(2)"><rect x="5" y="5" width="10" height="10"/></g>'),
    );
    const group = shapes[0];
    expect(group?.kind === 'group' && group.inside[0]).toMatchObject({ kind: 'rect', x: 20, y: 30, w: 20, h: 20 });
  });
  it('is the same whether it is drawn as it is read or, for something that is used again, as a whole', () => {
    const odd = `<g id="odd-1" opacity="0.5"><title>Odd</title><text x="3" y="20">one <tspan dy="20">two</tspan></text>
      <path d="M0 0c4 9 9 4 9 9" transform="rotate(30)"/><path d="M0 0c4 9 9 4 9 9" transform="translate(40 7) rotate(30)"/>
      <g display="none"><rect width="9" height="9"/></g><script>1</script><image width="4" height="4" href="data:,"/></g>`;
    for (const source of [svg(odd), drawnSheet(new Chance(8), 6)]) {
      const { left, ...whole } = readDrawing(source.replace('</svg>', '<defs><symbol id="none"/></defs></svg>'));
      const { left: same, ...streamed } = readDrawing(source);
      expect(streamed).toEqual(whole);
      expect([...same]).toEqual([...left]);
      expect(streamed.shapes.length).toBeGreaterThan(0);
    }
  });
  it('keeps what is turned as a path of its own corner', () => {
    const { shapes } = readDrawing(svg('<rect transform="rotate(90)" x="0" y="-40" width="20" height="40"/>'));
    expect(shapes[0]).toMatchObject({ kind: 'path', x: 0, y: 0, w: 40, h: 20 });
  });
  it('fits the room that it says, and follows classes, inherited colours and things used again', () => {
    const { shapes, width } = readDrawing(
      svg(
        '<style>.a{fill:#ff0000}</style><defs><circle id="dot" r="5"/></defs><g class="a"><use href="#dot" x="10" y="10"/></g>',
        'width="200" height="100" viewBox="0 0 100 50"',
      ),
    );
    expect(width).toBe(200);
    expect(JSON.stringify(shapes)).toContain('"fill":"#ff0000"');
    expect(JSON.stringify(shapes)).toContain('"x":10,"y":10,"w":20,"h":20');
  });
  it('is loose parts: a rectangle behind everything is the ground of a box', () => {
    const { nodes, drawings } = read(
      svg(
        '<g id="my-button"><rect x="20" y="30" width="100" height="40" rx="8" fill="#c9331f"/><text x="70" y="55" font-size="16" text-anchor="middle" fill="#fff">Go</text></g>',
      ),
    );
    expect(drawings).toHaveLength(1);
    const box = nodes[drawings[0] ?? ''];
    expect(box).toMatchObject({
      type: 'box',
      name: 'My button',
      attrs: { fill: '#c9331f', radius: 8, x: 20, y: 30, width: 100, height: 40 },
    });
    const inside = box?.type === 'box' ? nodes[box.children[0] ?? ''] : undefined;
    expect(inside).toMatchObject({ type: 'text', attrs: { text: 'Go', color: '#ffffff', textStyle: 'means:body' } });
  });
  it('takes what stands over one another for one drawing, grouped or not', () => {
    const { drawings } = read(
      svg(
        '<rect width="90" height="40" fill="#eee"/><text x="10" y="25">One</text><rect x="110" width="80" height="40" fill="#eee"/><text x="120" y="25">Two</text>',
      ),
    );
    expect(drawings).toHaveLength(2);
  });
  it('of forty things becomes a component a kind, an instance a thing, and looks as before', () => {
    const { screen, drawings } = screenOf(drawnSheet(new Chance(7), 4));
    expect(drawings).toHaveLength(40);
    const project: Project = { ...emptyProject('h', 'H', SKERRY), screens: [screen] };
    const before = painted(project);
    const made = makeMany({ project, kits }, [{ screen, ids: drawings }], ids('m'), { how: 'alike' });
    if ('problem' in made) throw new Error(made.problem);
    expect(made.left).toEqual([]);
    expect(made.made.length).toBeLessThanOrEqual(KINDS_DRAWN + 2);
    expect(made.made.reduce((n, m) => n + m.instances.length, 0)).toBe(40);
    const got = applyEdit(project, { id: 'e', label: 'Harvest', steps: made.steps });
    expect(got.ok && painted(got.project)).toEqual(before);
  });
});

describe('a hostile or broken sheet', () => {
  it.each([
    ['no XML', 'Just words', /cannot be read|no drawing/u],
    ['another file', '<html></html>', /no drawing/u],
    ['cut off', '<svg><g>', /cannot be read/u],
    [
      'an entity bomb',
      '<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]><svg><text>&b;</text></svg>',
      /cannot be read/u,
    ],
    ['thousands of groups in one another', `<svg>${'<g>'.repeat(5000)}${'</g>'.repeat(5000)}</svg>`, /hundreds deep/u],
    [
      'things used again and again',
      `<svg><defs><g id="a"><rect width="1" height="1"/></g>${'bcdefgh'
        .split('')
        .map((c, i) => `<g id="${c}">${`<use href="#${'abcdefg'[i]}"/>`.repeat(10)}</g>`)
        .join('')}</defs><use href="#h"/></svg>`,
      /more than a sheet/u,
    ],
  ])('is refused in a sentence: %s', (_, source, says) => {
    expect(() => readDrawing(source)).toThrow(says);
  });
  it('runs nothing and fetches nothing: that is left out and counted', () => {
    const { left, shapes } = readDrawing(
      svg(
        '<script>alert(1)</script><image href="http://x/y.png" width="10" height="10"/><foreignObject/><use href="http://x/#a"/><g id="g"><use href="#g"/><rect width="4" height="4" onload="x()"/></g>',
      ),
    );
    expect(Object.fromEntries(left)).toEqual({
      script: 1,
      'picture from outside': 1,
      'foreign object': 1,
      'use of something from outside or not there': 1,
      'drawing that contains itself': 1,
    });
    expect(JSON.stringify(shapes)).not.toMatch(/http|onload|alert/u);
  });
  it('with numbers that are none leaves those things out', () => {
    const { shapes } = readDrawing(
      svg(
        '<rect width="NaN" height="1e99"/><path d="M0 0L1e300 5"/><path d="nonsense"/><circle r="-4"/><rect width="5" height="5"/>',
      ),
    );
    expect(shapes).toHaveLength(1);
  });
});
