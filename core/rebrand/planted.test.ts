import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import { judged, plantedProject } from '../../testing/planted.js';
import { Chance } from '../../testing/random.js';
import { planRebrand, reviewRebrand, appliedKitsAfter, appliedKitsOf, type Kit } from '../index.js';

const { kits, fonts } = shippedKits();
const skerry = kits.get('skerry-line@2.1.0') as Kit;

describe('a review of 200 screens in which 30 faults of every kind were planted', () => {
  it.each([1, 2])('finds all of them, and speaks of hardly any other screen (seed %i)', (seed) => {
    const made = plantedProject(new Chance(seed), skerry, 200, 30);
    const world = { project: made.project, kits: made.kits };
    const { sheet } = planRebrand(world, made.from, made.to);
    const review = reviewRebrand(world, (s) => appliedKitsAfter(world, appliedKitsOf(made.project, s), sheet), fonts);
    const got = judged(made, review.issues);
    expect(got.missed).toEqual([]);
    expect(got.found).toBe(30);
    expect(new Set(made.planted.map((p) => p.type)).size).toBe(15);
    // One false alarm in a hundred screens at most.
    expect(got.false.length, got.false.join()).toBeLessThanOrEqual(2);
  });
});
