/** One child of a row or column while its size along is worked out. All px. */
export interface FlexItem {
  base: number;
  hypothetical: number;
  min: number;
  max: number;
  grow: number;
  shrink: number;
  /** What its padding takes of it: that does not shrink. */
  pad: number;
  target: number;
  frozen: boolean;
}

/**
 * Resolves flexible lengths of one line into `target`
 * (CSS Flexible Box Layout Module Level 1, section 9.7, with 0 as the automatic minimum).
 * @param from first item of the line, up to `to`, not including it
 * @param room px along, gaps already taken off
 */
export function flex(items: readonly FlexItem[], from: number, to: number, room: number): void {
  let sum = 0;
  for (let k = from; k < to; k++) sum += (items[k] as FlexItem).hypothetical;
  const growing = sum < room;
  let left = to - from;
  for (let k = from; k < to; k++) {
    const i = items[k] as FlexItem;
    i.target = i.hypothetical;
    const factor = growing ? i.grow : i.shrink;
    i.frozen = factor === 0 || (growing ? i.base > i.hypothetical : i.base < i.hypothetical);
    if (i.frozen) left--;
  }
  if (left === 0) return;
  const initial = freeSpace(items, from, to, room);
  while (left > 0) {
    let free = freeSpace(items, from, to, room);
    let factors = 0;
    let scaled = 0;
    for (let k = from; k < to; k++) {
      const i = items[k] as FlexItem;
      if (i.frozen) continue;
      factors += growing ? i.grow : i.shrink;
      scaled += i.shrink * (i.base - i.pad);
    }
    // Factors that add up to less than one take only that share of the space.
    if (factors < 1 && Math.abs(initial * factors) < Math.abs(free)) free = initial * factors;
    let violation = 0;
    for (let k = from; k < to; k++) {
      const i = items[k] as FlexItem;
      if (i.frozen) continue;
      const share = growing
        ? factors > 0
          ? (free * i.grow) / factors
          : 0
        : scaled > 0
          ? (free * i.shrink * (i.base - i.pad)) / scaled
          : 0;
      const wanted = i.base + share;
      const clamped = Math.max(0, Math.min(Math.max(wanted, i.min), i.max));
      violation += clamped - wanted;
      i.target = clamped;
    }
    for (let k = from; k < to; k++) {
      const i = items[k] as FlexItem;
      if (i.frozen) continue;
      const factor = growing ? i.grow : i.shrink;
      const wanted =
        i.base +
        (growing
          ? factors > 0
            ? (free * factor) / factors
            : 0
          : scaled > 0
            ? (free * factor * (i.base - i.pad)) / scaled
            : 0);
      const over = i.target - wanted;
      if (Math.abs(violation) < 1e-9 || (violation > 0 ? over > 0 : over < 0)) {
        i.frozen = true;
        left--;
      }
    }
  }
}

function freeSpace(items: readonly FlexItem[], from: number, to: number, room: number): number {
  let used = 0;
  for (let k = from; k < to; k++) {
    const i = items[k] as FlexItem;
    used += i.frozen ? i.target : i.base;
  }
  return room - used;
}
