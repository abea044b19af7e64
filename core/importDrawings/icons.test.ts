import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import { kitOfIcons, kitRef, readIconSet, readKit, type Kit } from '../index.js';

const { kits } = shippedKits();
const skerry = kits.get('skerry-line@2.1.0') as Kit;
const svg = (inside: string, more = 'viewBox="0 0 24 24" width="1em" height="1em"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${more} fill="none" stroke="currentColor" stroke-width="2">${inside}</svg>`;
const one = (text: string, path = 'set/harbour-crane.svg') => readIconSet([{ path, text }]);

describe('a folder of icons', () => {
  it('becomes icons of paths, on the square they are drawn on, with words to find them by', () => {
    const { icons, problems } = one(
      svg(
        '<title>Crane at the quay</title><path d="M4 20V4h12"/><circle cx="16" cy="10" r="2" fill="currentColor" stroke="none"/>',
      ),
    );
    expect(problems).toEqual([]);
    expect(icons).toHaveLength(1);
    expect(icons[0]).toMatchObject({ id: 'harbour-crane', name: 'Crane at the quay', box: 24 });
    expect(icons[0]?.paths.map((p) => [p.fill, p.width])).toEqual([
      [false, 2],
      [true, undefined],
    ]);
    expect(icons[0]?.words).toEqual(['harbour', 'crane', 'set', 'at', 'the', 'quay']);
    expect(icons[0]?.paths.every((p) => /^[Mm][\d\s.,a-zA-Z-]+$/u.test(p.d))).toBe(true);
  });
  it('draws shapes of all kinds where they stand, transformed, and puts what is no square in the middle of one', () => {
    const { icons } = one(
      svg(
        '<g transform="translate(2 0)"><rect x="0" y="0" width="4" height="2" rx="1"/><line x1="0" y1="5" x2="4" y2="5"/></g>',
        'viewBox="0 0 20 10"',
      ),
    );
    expect(icons[0]?.box).toBe(20);
    expect(icons[0]?.paths[0]?.d).toMatch(/^M3 5/u);
    expect(icons[0]?.paths[1]?.d).toMatch(/^M2 10/u);
  });
  it('tells two of the same name apart by their folders', () => {
    const text = svg('<path d="M0 0h4"/>');
    const { icons } = readIconSet([
      { path: 'line/arrowLeft.svg', text },
      { path: 'solid/arrow-left.svg', text },
      { path: 'notes.txt', text: 'no icon' },
    ]);
    expect(icons.map((i) => i.id)).toEqual(['arrow-left', 'solid-arrow-left']);
  });
  it.each([
    ['a script', svg('<script>alert(1)</script><path d="M0 0h4"/>'), 1, 'left out of it'],
    [
      'a picture from outside',
      svg('<image href="https://a.example/x.png" width="9" height="9"/><path d="M0 0h4"/>'),
      1,
      'left out of it',
    ],
    ['several colours', svg('<path fill="#ff0000" d="M0 0h4"/><path stroke="#00ff00" d="M0 0h4"/>'), 1, 'colours'],
    ['nothing', svg(''), 0, 'draws nothing'],
    ['no SVG', 'hello', 0, 'cannot be read'],
    ['half an SVG', '<svg viewBox="0 0 24 24"><path d="M0 0', 0, 'cannot be read'],
    ['a whole sheet', svg('<path d="M0 0h4"/>'.repeat(60)), 0, 'more than 40 shapes'],
    ['megabytes', svg(`<path d="M0 0${'h1'.repeat(120_000)}"/>`), 0, 'larger than an icon'],
    ['a circle of uses', svg('<g id="a"><use href="#a"/></g><path d="M0 0h4"/>'), 1, 'left out of it'],
  ])('%s', (_, text, count, says) => {
    const { icons, problems } = one(text);
    expect(icons).toHaveLength(count);
    expect(problems.map((p) => p.message).join()).toContain(says);
    expect(JSON.stringify(icons)).not.toMatch(/script|https/u);
  });
  it('is the set of a kit that is based on another: known names in place of its own, with what they mean', () => {
    const known = Object.values(skerry.icons).find((i) => i.means !== undefined);
    const { icons } = readIconSet([
      { path: `${known?.id ?? ''}.svg`, text: svg('<path d="M1 1h22v22z"/>') },
      { path: 'lighthouse.svg', text: svg('<path d="M1 1h22"/>') },
    ]);
    const { json, ref } = kitOfIcons(skerry, icons, { id: 'marks', name: 'Marks', version: '1.0.0', author: '' });
    const { value, problems } = readKit(json, { bases: kits });
    expect(problems).toEqual([]);
    expect(value && kitRef(value)).toBe(ref);
    expect(Object.keys(value?.icons ?? {}).length).toBe(Object.keys(skerry.icons).length + 1);
    const made = value?.icons[known?.id ?? ''];
    expect(made?.means).toBe(known?.means);
    expect(made?.words).toEqual(expect.arrayContaining([...(known?.words ?? [])]));
    expect(made?.paths[0]?.d).toContain('23');
    expect(value?.components).toBeDefined();
  });
});
