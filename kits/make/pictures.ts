import { mkdirSync, writeFileSync } from 'node:fs';
import { Resvg } from '@resvg/resvg-js';

/** Sample pictures, drawn here: flat landscapes of a coast that does not exist. */
const W = 900;
const H = 600;
const hill = (y: number, amp: number, shift: number, fill: string): string => {
  let d = `M0 ${H} L0 ${y}`;
  for (let x = 0; x <= W; x += 30)
    d += ` L${x} ${Math.round(y + Math.sin(x / 130 + shift) * amp + Math.sin(x / 47 + shift * 2) * amp * 0.35)}`;
  return `<path d="${d} L${W} ${H} Z" fill="${fill}"/>`;
};
const peaks = (y: number, step: number, high: number, fill: string): string => {
  let d = `M0 ${H} L0 ${y}`;
  for (let i = 0, x = 0; x <= W + step; i++, x += step)
    d += ` L${x} ${y - (i % 2 === 0 ? high * (0.5 + ((i * 37) % 50) / 100) : 0)}`;
  return `<path d="${d} L${W} ${H} Z" fill="${fill}"/>`;
};
const waves = (y: number, n: number, color: string): string =>
  Array.from(
    { length: n },
    (_, i) =>
      `<path d="M${(i * 173) % W} ${y + ((i * 61) % (H - y))} q30 -9 60 0 t60 0" fill="none" stroke="${color}" stroke-width="3" stroke-linecap="round"/>`,
  ).join('');
const sky = (top: string, low: string): string =>
  `<defs><linearGradient id="s" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="${top}"/><stop offset="1" stop-color="${low}"/></linearGradient></defs><rect width="${W}" height="${H}" fill="url(#s)"/>`;
const boat = (x: number, y: number, s: number): string =>
  `<g transform="translate(${x} ${y}) scale(${s})"><path d="M0 0 h220 l-26 44 h-166 z" fill="#0b2f4e"/><path d="M6 0 h208 v-10 h-208 z" fill="#c9331f"/><path d="M40 -10 h130 v-34 h-130 z" fill="#fffdf9"/><path d="M62 -44 h84 v-26 h-84 z" fill="#e8eef2"/><path d="M150 -70 h18 v26 h-18 z" fill="#c9331f"/>${[0, 1, 2, 3].map((i) => `<circle cx="${62 + i * 28}" cy="-26" r="7" fill="#0b2f4e"/>`).join('')}</g>`;
const face = (skin: string, hair: string, cloth: string, ground: string): string =>
  `<rect width="${W}" height="${H}" fill="${ground}"/><path d="M210 600 q0 -190 240 -190 t240 190 z" fill="${cloth}"/><rect x="400" y="330" width="100" height="110" fill="${skin}"/><ellipse cx="450" cy="260" rx="118" ry="142" fill="${skin}"/><path d="M326 250 q-6 -150 124 -150 t124 150 q-40 -70 -124 -74 t-124 74 z" fill="${hair}"/>`;

const scenes: Readonly<Record<string, string>> = {
  harbour:
    sky('#cfe3ee', '#f7efe2') +
    hill(300, 34, 1, '#8fb0b8') +
    hill(350, 22, 3, '#5f8b93') +
    `<rect y="380" width="${W}" height="220" fill="#3f7391"/>` +
    waves(400, 22, '#ffffff55') +
    boat(330, 420, 1.3),
  skerries:
    sky('#f6d9c0', '#fbeede') +
    `<circle cx="640" cy="250" r="62" fill="#f29e5c"/><rect y="300" width="${W}" height="300" fill="#5b7f98"/>` +
    waves(310, 26, '#ffffff44') +
    hill(470, 26, 5, '#394b52') +
    hill(540, 18, 2, '#25343a'),
  mountains:
    sky('#bcd7e6', '#eef4f2') +
    peaks(430, 90, 260, '#9fb3bd') +
    peaks(470, 120, 170, '#6f8a86') +
    hill(500, 22, 2, '#4f6f58') +
    hill(555, 14, 4, '#35513f'),
  hut:
    sky('#dfe9ee', '#f5f1e8') +
    peaks(400, 130, 230, '#a7b8bf') +
    hill(430, 16, 1, '#e8edf0') +
    '<path d="M330 430 h240 v-110 h-240 z" fill="#7a4a2b"/><path d="M300 326 L450 210 L600 326 z" fill="#4a2c1a"/><path d="M420 430 h60 v-72 h-60 z" fill="#2d1a10"/><path d="M350 350 h44 v36 h-44 z M506 350 h44 v36 h-44 z" fill="#f5c95a"/>' +
    hill(500, 12, 3, '#c9d6dc'),
  night:
    sky('#10162e', '#38356b') +
    [...Array(60).keys()]
      .map((i) => `<circle cx="${(i * 151) % W}" cy="${(i * 89) % 320}" r="${1 + (i % 3)}" fill="#ffffffaa"/>`)
      .join('') +
    '<circle cx="700" cy="130" r="46" fill="#f4ecc2"/>' +
    peaks(430, 110, 150, '#1d2140') +
    `<rect y="430" width="${W}" height="170" fill="#141a36"/>` +
    waves(440, 14, '#8f8fd055') +
    boat(120, 450, 1),
  cabin:
    '<rect width="900" height="600" fill="#e9dcc6"/><rect y="430" width="900" height="170" fill="#b08a5e"/><circle cx="450" cy="200" r="130" fill="#0b2f4e"/><circle cx="450" cy="200" r="112" fill="#9cc5dc"/><path d="M338 215 a112 112 0 0 0 224 0 z" fill="#3f7391"/><rect x="90" y="350" width="720" height="120" rx="18" fill="#c9331f"/><rect x="90" y="330" width="200" height="70" rx="16" fill="#fffdf9"/><rect x="60" y="460" width="780" height="36" fill="#6b4a2b"/>',
  'person-one': face('#e3b594', '#6b3a1f', '#0b2f4e', '#dbe7ea'),
  'person-two': face('#b98062', '#1d1a18', '#c9331f', '#efe4d2'),
  'person-three': face('#f1cdb4', '#d8b25c', '#3d6b4f', '#e6e1ef'),
};

export function makePictures(folder: string): void {
  mkdirSync(folder, { recursive: true });
  for (const [name, inside] of Object.entries(scenes)) {
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${W} ${H}" width="${W}" height="${H}">${inside}</svg>`;
    writeFileSync(`${folder}/${name}.png`, new Resvg(svg, { font: { loadSystemFonts: false } }).render().asPng());
  }
}
