import type { Chance } from './random.js';

/** A made-up sheet of drawings as SVG: ten kinds of things, each several times, with other texts, colours and signs. */

const WORDS = [
  'Book',
  'Cancel',
  'Skerrow',
  'Gull Holm',
  'Two berths',
  'Hestness',
  'Morning',
  'On board',
  'Pay now',
  'Tarn Isle',
];
const TINTS = ['#0b2f4e', '#c9331f', '#1c6147', '#8a5a00'];
const SIGNS = [
  'M2 12L12 2L22 12V22H2z',
  'M12 2A10 10 0 1 0 12 22A10 10 0 1 0 12 2z',
  'M3 3L21 12L3 21z',
  'M4 4h16v16h-16z',
];

type Draw = (chance: Chance) => string;
const text = (x: number, y: number, size: number, words: string, more = ''): string =>
  `<text x="${x}" y="${y}" font-size="${size}" ${more}>${words}</text>`;
const KINDS: readonly (readonly [name: string, w: number, h: number, draw: Draw])[] = [
  [
    'button',
    140,
    44,
    (c) =>
      `<rect width="140" height="44" rx="8" fill="${c.of(TINTS)}"/>${text(70, 28, 16, c.of(WORDS), 'fill="#ffffff" text-anchor="middle" font-weight="600"')}`,
  ],
  [
    'card',
    240,
    130,
    (c) =>
      `<rect width="240" height="130" rx="12" fill="#ffffff" stroke="#d6e0e6"/>${text(16, 32, 18, c.of(WORDS), 'font-weight="700"')}${text(16, 60, 14, c.of(WORDS), 'fill="#49647a"')}<rect x="16" y="80" width="90" height="32" rx="6" fill="#e2eef5"/>`,
  ],
  [
    'row',
    280,
    48,
    (c) =>
      `<rect width="280" height="48" fill="#f4f8fa"/><g transform="translate(12 12)"><path d="${c.of(SIGNS)}" fill="${c.of(TINTS)}"/></g>${text(48, 30, 16, c.of(WORDS))}`,
  ],
  [
    'badge',
    80,
    24,
    (c) =>
      `<rect width="80" height="24" rx="12" fill="#e0f1ea"/>${text(40, 17, 14, c.of(WORDS).slice(0, 6), 'fill="#1c6147" text-anchor="middle"')}`,
  ],
  [
    'field',
    220,
    56,
    (c) =>
      `<rect width="220" height="56" rx="6" fill="#ffffff" stroke="#9fb3c0"/>${text(12, 20, 14, c.of(WORDS), 'fill="#49647a"')}${text(12, 44, 16, c.of(WORDS))}`,
  ],
  [
    'avatar',
    44,
    44,
    (c) =>
      `<circle cx="22" cy="22" r="22" fill="${c.of(TINTS)}"/>${text(22, 28, 16, c.of(['AL', 'JN', 'SK']), 'fill="#ffffff" text-anchor="middle"')}`,
  ],
  [
    'bar',
    320,
    60,
    (c) =>
      `<rect width="320" height="60" fill="#0b2f4e"/>${text(16, 36, 18, c.of(WORDS), 'fill="#ffffff" font-weight="700"')}<path transform="translate(284 18)" d="${c.of(SIGNS)}" fill="#ffffff"/>`,
  ],
  [
    'progress',
    200,
    10,
    () => '<rect width="200" height="10" rx="5" fill="#e2eef5"/><rect width="120" height="10" rx="5" fill="#14507f"/>',
  ],
  [
    'switch',
    48,
    28,
    (c) =>
      `<rect width="48" height="28" rx="14" fill="${c.of(['#1c6147', '#9fb3c0'])}"/><circle cx="34" cy="14" r="10" fill="#ffffff"/>`,
  ],
  [
    'note',
    300,
    72,
    (c) =>
      `<rect width="300" height="72" rx="8" fill="#fbe9e6"/><path transform="translate(14 24)" d="${c.of(SIGNS)}" fill="#c9331f"/>${text(52, 30, 16, c.of(WORDS), 'font-weight="600"')}${text(52, 52, 14, 'Something to know now.')}`,
  ],
];

/** @param each how many of each of the ten kinds */
export function drawnSheet(chance: Chance, each: number): string {
  const things: string[] = [];
  let [x, y, tall] = [20, 20, 0];
  for (const [name, w, h, draw] of KINDS)
    for (let i = 0; i < each; i++) {
      if (x + w > 1380) [x, y, tall] = [20, y + tall + 24, 0];
      things.push(`<g id="${name}-${i + 1}" transform="translate(${x} ${y})">${draw(chance)}</g>`);
      x += w + 24;
      tall = Math.max(tall, h);
    }
  const height = y + tall + 20;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="1400" height="${height}" viewBox="0 0 1400 ${height}" font-family="Figtree">${things.join('')}</svg>`;
}
export const KINDS_DRAWN = KINDS.length;
