import type { ContentSet, Json } from '../../core/index.js';

type Kind = ContentSet['columns'][number]['kind'];

/** A content set from rows of plain values. Columns as `Name` (text) or `Name:kind`. */
function set(id: string, name: string, columns: readonly string[], rows: readonly (readonly Json[])[]): ContentSet {
  const made = columns.map((c, i) => {
    const [label = '', kind = 'text'] = c.split(':');
    return { id: `c${i + 1}`, name: label, kind: kind as Kind };
  });
  return {
    id,
    name,
    columns: made,
    rows: rows.map((values, i) => ({
      key: `r${i + 1}`,
      values: Object.fromEntries(made.map((c, j) => [c.id, values[j] ?? null])),
    })),
  };
}

export const sailings = set(
  'sailings',
  'Sailings',
  ['Sails', 'Route', 'Boat', 'From price', 'Glyph:icon'],
  [
    ['06:30', 'Port Ellery to Skerrow', 'MV Petrel', '€ 24', 'ship'],
    ['09:15', 'Port Ellery to Skerrow', 'MV Fulmar', '€ 28', 'ship'],
    ['12:40', 'Port Ellery to Gull Holm', 'MV Petrel', '€ 31', 'sailboat'],
    ['14:40', 'Port Ellery to Skerrow', 'MV Fulmar', '€ 28', 'ship'],
    ['18:05', 'Port Ellery to Tarn Isle', 'MV Petrel', '€ 36', 'sailboat'],
    ['22:20', 'Port Ellery to Hestness', 'MV Fulmar', '€ 42', 'moon'],
  ],
);

export const manifest = set(
  'manifest',
  'Manifest',
  ['On board:flag', 'Portrait', 'Name', 'Booking', 'Party:number', 'Ticket', 'Berth', 'Fare'],
  [
    [true, 'AL', 'Asta Lindqvist', 'NX-4182', 2, 'Cabin', 'C-204', '€ 148.00'],
    [true, 'BH', 'Birk Halvorsen', 'NX-4190', 1, 'Deck', 'None', '€ 28.00'],
    [false, 'EM', 'Eira Myhre', 'NX-4201', 4, 'Cabin', 'C-112', '€ 296.00'],
    [true, 'FS', 'Frode Sandvik', 'NX-4207', 1, 'Foot', 'None', '€ 24.00'],
    [true, 'GT', 'Gro Tangen', 'NX-4214', 2, 'Car', 'D-031', '€ 112.00'],
    [false, 'HV', 'Halvard Vik', 'NX-4219', 1, 'Deck', 'None', '€ 28.00'],
    [true, 'IB', 'Ingrid Bakke and the Bakke family, Hestness', 'NX-4225', 6, 'Cabin', 'C-301', '€ 402.00'],
    [true, 'JR', 'Jorunn Rask', 'NX-4231', 1, 'Foot', 'None', '€ 24.00'],
    [false, 'KN', 'Kaja Nordeng', 'NX-4238', 3, 'Car', 'D-047', '€ 136.00'],
    [true, 'LS', 'Leiv Solberg', 'NX-4244', 2, 'Deck', 'None', '€ 56.00'],
    [true, 'MO', 'Marit Ødegård', 'NX-4250', 1, 'Cabin', 'C-118', '€ 148.00'],
    [true, 'NK', 'Njål Krogh', 'NX-4256', 5, 'Car', 'D-012', '€ 188.00'],
    [false, 'OS', 'Oda Storhaug', 'NX-4262', 1, 'Foot', 'None', '€ 24.00'],
    [true, 'PV', 'Pål Viken', 'NX-4270', 2, 'Deck', 'None', '€ 56.00'],
  ],
);

export const travellers = set(
  'travellers',
  'Travellers',
  ['Name', 'Kind', 'Booking'],
  [
    ['Asta Lindqvist', 'Adult, window seat', 'NX-4182'],
    ['Birk Halvorsen', 'Adult', 'NX-4182'],
    ['Eira Myhre', 'Child, 7 years', 'NX-4182'],
  ],
);

export const huts = set(
  'huts',
  'Huts',
  ['Hut', 'Height', 'Beds:number', 'Price'],
  [
    ['Lark Hut', '1,240 m', 18, '€ 34'],
    ['Stonecap', '1,610 m', 12, '€ 39'],
    ['Windgate', '1,985 m', 8, '€ 45'],
    ['Summit House', '2,310 m', 24, '€ 52'],
  ],
);
