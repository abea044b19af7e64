import type { Json } from '../base/index.js';
import type { ContentSet } from './project.js';

/** Kinds of rows that come with Dekkor. Everything in them is invented. */
export const SAMPLE_SETS = [
  { id: 'people', name: 'People', says: 'Names, initials, addresses, roles' },
  { id: 'places', name: 'Places', says: 'Places, regions, distances' },
  { id: 'times', name: 'Times', says: 'Days, times, how long' },
  { id: 'prices', name: 'Prices', says: 'Things, prices, stock' },
] as const;
export type SampleSet = (typeof SAMPLE_SETS)[number]['id'];

const GIVEN = [
  'Asta',
  'Birk',
  'Eira',
  'Frode',
  'Gro',
  'Halvard',
  'Ingrid',
  'Jorunn',
  'Kaja',
  'Leiv',
  'Marit',
  'Njål',
  'Oda',
  'Pål',
  'Runa',
  'Sivert',
  'Tuva',
  'Ulrik',
  'Vilde',
  'Ylva',
];
const FAMILY = [
  'Lindqvist',
  'Halvorsen',
  'Myhre',
  'Sandvik',
  'Tangen',
  'Vik',
  'Bakke',
  'Rask',
  'Nordeng',
  'Solberg',
  'Krogh',
  'Storhaug',
  'Viken',
  'Aasen',
  'Dahle',
];
const WORK = ['Deckhand', 'Purser', 'Cook', 'Mate', 'Engineer', 'Guide'];
const PLACES = [
  'Port Ellery',
  'Skerrow',
  'Gull Holm',
  'Tarn Isle',
  'Hestness',
  'Lark Bay',
  'Windgate',
  'Stonecap',
  'North Quay',
  'Fell Mouth',
  'Otter Sound',
  'Birch Landing',
  'Grey Ness',
  'Seal Point',
  'Amber Cove',
  'Long Strand',
];
const REGIONS = ['Outer skerries', 'Fell coast', 'Inner sound'];
const THINGS = [
  'Deck seat',
  'Outside cabin',
  'Inside cabin',
  'Day pass',
  'Breakfast',
  'Rain cape',
  'Sea chart',
  'Woollen hat',
  'Bicycle place',
  'Car place',
  'Dog ticket',
  'Lounge chair',
];
const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

const pick = <T>(list: readonly T[], i: number): T => list[((i % list.length) + list.length) % list.length] as T;
const two = (n: number): string => String(n).padStart(2, '0');

const COLUMNS: Readonly<Record<SampleSet, readonly (readonly [string, ContentSet['columns'][number]['kind']])[]>> = {
  people: [
    ['Name', 'text'],
    ['Initials', 'text'],
    ['E-mail', 'text'],
    ['Works as', 'text'],
    ['On duty', 'flag'],
  ],
  places: [
    ['Place', 'text'],
    ['Region', 'text'],
    ['Distance', 'text'],
    ['Visits', 'number'],
  ],
  times: [
    ['Day', 'text'],
    ['Starts', 'text'],
    ['Ends', 'text'],
    ['Lasts', 'text'],
  ],
  prices: [
    ['Thing', 'text'],
    ['Price', 'text'],
    ['Left', 'number'],
    ['Sold out', 'flag'],
  ],
};

function row(kind: SampleSet, i: number): readonly Json[] {
  switch (kind) {
    case 'people': {
      const given = pick(GIVEN, i);
      const family = pick(FAMILY, i * 4 + Math.floor(i / 20) * 3);
      return [
        `${given} ${family}`,
        `${given.charAt(0)}${family.charAt(0)}`,
        `${given}.${family}@norrvik.example`
          .toLowerCase()
          .normalize('NFD')
          .replace(/[\u0300-\u036f]/gu, '')
          .replace(/ø/gu, 'o'),
        pick(WORK, i),
        i % 3 !== 2,
      ];
    }
    case 'places':
      return [pick(PLACES, i), pick(REGIONS, i), `${3 + ((i * 7) % 48)} nautical miles`, 40 + ((i * 137) % 900)];
    case 'times': {
      const start = 6 * 60 + ((i * 95) % 840);
      const length = 35 + ((i * 25) % 150);
      const at = (m: number): string => `${two(Math.floor(m / 60) % 24)}:${two(m % 60)}`;
      return [
        pick(DAYS, i),
        at(start),
        at(start + length),
        `${Math.floor(length / 60) > 0 ? `${Math.floor(length / 60)} h ` : ''}${length % 60} min`,
      ];
    }
    case 'prices': {
      const left = (i * 17) % 60;
      return [pick(THINGS, i), `€ ${(6 + ((i * 11) % 90)).toFixed(2)}`, left, left === 0];
    }
  }
}

/** Made-up rows, the same on every machine. */
export function sampleContentSet(id: string, kind: SampleSet, count = 12): ContentSet {
  const columns = COLUMNS[kind].map(([name, k], i) => ({ id: `c${i + 1}`, name, kind: k }));
  return {
    id,
    name: SAMPLE_SETS.find((m) => m.id === kind)?.name ?? kind,
    columns,
    rows: Array.from({ length: Math.max(1, Math.min(200, count)) }, (_, i) => ({
      key: `r${i + 1}`,
      values: Object.fromEntries(columns.map((c, j) => [c.id, row(kind, i)[j] ?? null])),
    })),
  };
}
