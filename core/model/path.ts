/** SVG path data and nothing else. */
export function isPathData(d: string): boolean {
  return d.length <= 20_000 && /^[MmLlHhVvCcSsQqTtAaZz0-9eE+\-.,\s]*$/u.test(d);
}
