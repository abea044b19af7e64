import type { Shape } from '../model/index.js';

/** More points than this are no placeholder of a chart. */
const MOST = 400;

/** Numbers in a text, whatever stands between them: commas, spaces, units. At most 400. */
export function numbersIn(text: string): readonly number[] {
  const found: number[] = [];
  for (const m of text.matchAll(/-?\d+(?:\.\d+)?/gu)) {
    const n = Number(m[0]);
    if (Number.isFinite(n)) found.push(n);
    if (found.length >= MOST) break;
  }
  return found;
}

const at = (n: number): string => String(Math.round(n * 100) / 100);

/**
 * Path data that shows numbers in a room of `w` by `h` px: bars from the least of them or 0 upwards, a line through points, or a ring
 * of which the first number is so many per cent, from the top clockwise. No numbers: nothing.
 * @param stroke the width of the line, px, which stays inside the room
 */
export function figure(shape: Shape, numbers: readonly number[], w: number, h: number, stroke: number): string {
  if (numbers.length === 0 || w <= 0 || h <= 0) return '';
  if (shape === 'ring') return ring((numbers[0] ?? 0) / 100, w, h, stroke);
  const low = Math.min(0, ...numbers);
  const span = Math.max(...numbers, 0) - low || 1;
  if (shape === 'bars') {
    const step = w / numbers.length;
    const wide = Math.max(1, step * 0.64);
    return numbers
      .map((n, i) => {
        const tall = Math.max(1, ((n - low) / span) * h);
        return `M${at(i * step + (step - wide) / 2)} ${at(h - tall)}h${at(wide)}v${at(tall)}h${at(-wide)}z`;
      })
      .join('');
  }
  if (shape !== 'curve') return '';
  const inset = stroke / 2;
  const least = Math.min(...numbers);
  const room = Math.max(...numbers) - least || 1;
  const step = numbers.length > 1 ? (w - stroke) / (numbers.length - 1) : 0;
  const points = numbers.map(
    (n, i) => `${at(inset + i * step)} ${at(inset + (1 - (n - least) / room) * (h - stroke))}`,
  );
  return points.length === 1 ? `M${points[0] ?? ''}h${at(w - stroke)}` : `M${points.join('L')}`;
}

function ring(part: number, w: number, h: number, stroke: number): string {
  const share = Math.min(1, Math.max(0, part));
  const r = (Math.min(w, h) - stroke) / 2;
  if (share === 0 || r <= 0) return '';
  const [x, y] = [w / 2, h / 2];
  const top = `M${at(x)} ${at(y - r)}`;
  if (share >= 0.9999) return `${top}A${at(r)} ${at(r)} 0 1 1 ${at(x - 0.01)} ${at(y - r)}z`;
  const turn = share * Math.PI * 2;
  const end = `${at(x + r * Math.sin(turn))} ${at(y - r * Math.cos(turn))}`;
  return `${top}A${at(r)} ${at(r)} 0 ${share > 0.5 ? 1 : 0} 1 ${end}`;
}
