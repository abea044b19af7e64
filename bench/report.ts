/** One measured figure. `holds` is null where there is no target: it stands beside another for comparison. */
export interface Figure {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly target: string;
  readonly holds: boolean | null;
}
export type Target = { readonly below: number } | { readonly above: number };
export type Tell = (name: string, value: number, unit: string, target?: Target) => void;

const figures: Figure[] = [];
const json = process.argv.includes('--json');

/** Notes a figure beside its target, and prints it unless everything comes as JSON at the end. */
export const tell: Tell = (name, value, unit, target) => {
  const rounded = Math.round(value * 100) / 100;
  const holds = target === undefined ? null : 'below' in target ? value < target.below : value > target.above;
  const said =
    target === undefined
      ? 'beside'
      : 'below' in target
        ? `under ${Math.floor(target.below * 10) / 10}`
        : `over ${target.above.toLocaleString('en-GB')}`;
  figures.push({ name, value: rounded, unit, target: said, holds });
  if (!json)
    console.log(
      `${name.padEnd(66)} ${rounded.toLocaleString('en-GB').padStart(12)} ${unit.padEnd(10)} ${said.padEnd(14)} ${holds === null ? '' : holds ? 'holds' : 'MISSED'}`,
    );
};
/** Prints what was missed, or all as JSON. */
export function close(): void {
  if (json) console.log(JSON.stringify(figures));
  else {
    const missed = figures.filter((f) => f.holds === false);
    console.log(
      missed.length === 0
        ? 'Every target holds.'
        : `${missed.length} of ${figures.filter((f) => f.holds !== null).length} targets missed.`,
    );
  }
}

export const percentile = (list: readonly number[], p: number): number =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor((list.length * p) / 100))] ?? 0;
export const median = (list: readonly number[]): number => percentile(list, 50);
/** The median time of doing something so many times: ms. */
export function best(times: number, what: () => void): number {
  return median(
    Array.from({ length: times }, () => {
      const t = performance.now();
      what();
      return performance.now() - t;
    }),
  );
}
