import { describe, expect, it } from 'vitest';
import { demos, kits } from '../../testing/demo.js';
import {
  chooseOption,
  choosePair,
  chooseProp,
  chooseToken,
  emptyProject,
  planRebrand,
  readSheet,
  stampChoices,
  resetPair,
  resetToken,
  tokensUsed,
  appliedKitsAfter,
  writeSheet,
  type Json,
  type Project,
  type World,
} from '../index.js';

const PLYWOOD = 'plywood@1.0.0';
const SKERRY = 'skerry-line@2.1.0';
const world: World = { project: emptyProject('p', 'P', PLYWOOD), kits };
const { sheet } = planRebrand(world, PLYWOOD, SKERRY);
const corrected = choosePair(
  world,
  choosePair(world, sheet, `${PLYWOOD}/card`, `${SKERRY}/message`),
  `${PLYWOOD}/hero`,
  null,
);
const file = writeSheet(corrected) as { readonly [k: string]: Json } & { readonly pairs: readonly Json[] };
const again = JSON.parse(JSON.stringify(file)) as typeof file;

describe('a match sheet as a file', () => {
  it('gives what was chosen by hand to whoever reads it, and nothing else', () => {
    const got = readSheet(world, again, sheet);
    expect(got.problems).toEqual([]);
    expect(got.taken).toBe(2);
    expect(got.sheet).toEqual(corrected);
    expect(file.pairs).toHaveLength(Object.keys(sheet.pairs).length);
  });
  it('is read the other way round, and for other versions of the kits', () => {
    const other = planRebrand(world, SKERRY, PLYWOOD).sheet;
    const got = readSheet(world, { ...again, from: 'plywood@0.9.0' }, other);
    expect(got.taken).toBe(1);
    expect(got.sheet?.pairs[`${SKERRY}/message`]).toMatchObject({ to: `${PLYWOOD}/card`, chosen: true });
  });
  it('gives which property and option shows in which, where somebody chose', () => {
    const from = `${PLYWOOD}/button`;
    const chosen = chooseOption(chooseProp(world, sheet, { from, prop: 'icon', to: 'after' }), {
      from,
      prop: 'size',
      option: 'little',
      to: 'tall',
    });
    expect(chosen.pairs[from]?.props['icon']?.to).toBe('after');
    const got = readSheet(world, JSON.parse(JSON.stringify(writeSheet(chosen))), sheet);
    expect(got.sheet?.pairs[from]?.props['icon']?.to).toBe('after');
    expect(got.sheet?.pairs[from]?.props['size']?.options).toMatchObject({ little: 'tall' });
    // What cannot show there leaves the sheet as it is.
    expect(chooseProp(world, sheet, { from, prop: 'label', to: 'tone' })).toBe(sheet);
  });
  it('says who chose what, and when: only of what was chosen since', () => {
    const first = stampChoices(corrected, sheet, 'Asta', '2027-06-14');
    const later = stampChoices(choosePair(world, first, `${PLYWOOD}/badge`, null), first, ' ', '2027-06-20');
    expect(later.pairs[`${PLYWOOD}/card`]).toMatchObject({ by: 'Asta', at: '2027-06-14' });
    expect(later.pairs[`${PLYWOOD}/badge`]).toMatchObject({ at: '2027-06-20' });
    expect(later.pairs[`${PLYWOOD}/badge`]).not.toHaveProperty('by');
    expect(later.pairs[`${PLYWOOD}/button`]).toBe(sheet.pairs[`${PLYWOOD}/button`]);
    const got = readSheet(world, JSON.parse(JSON.stringify(writeSheet(later))), sheet);
    expect(got.sheet).toEqual(later);
    // The other way round it is as much theirs.
    const back = readSheet(world, writeSheet(later), planRebrand(world, SKERRY, PLYWOOD).sheet);
    expect(back.sheet?.pairs[`${SKERRY}/message`]).toMatchObject({ by: 'Asta', at: '2027-06-14' });
  });
  it('keeps which token stands for which, where somebody chose, and takes it back', () => {
    const path = 'color.line';
    const other =
      Object.values(kits.get(SKERRY)?.tokens ?? {}).find((t) => t.type === 'color' && t.path !== sheet.tokens[path])
        ?.path ?? '';
    const chosen = chooseToken(sheet, path, other);
    expect(chosen.tokens[path]).toBe(other);
    const got = readSheet(world, JSON.parse(JSON.stringify(writeSheet(chosen))), sheet);
    expect(got.problems).toEqual([]);
    expect(got.sheet).toEqual(chosen);
    // It is planned again with it, and worn with it.
    const again = planRebrand(
      { ...world, project: { ...world.project, matchSheets: { [`${PLYWOOD}>${SKERRY}`]: chosen } } },
      PLYWOOD,
      SKERRY,
    );
    expect(again.sheet.tokens[path]).toBe(other);
    expect(appliedKitsAfter(world, [], chosen)[0]?.sheet.tokens[path]).toBe(other);
    expect(resetToken(world, chosen, path)).toEqual({ ...sheet, tokensChosen: [] });
    const bad = [{ from: 'gone', to: other }, { from: path, to: 'gone' }, 7];
    const lost = readSheet(world, { ...(writeSheet(chosen) as Record<string, Json>), tokens: bad }, sheet);
    expect(lost.problems.map((p) => p.code)).toEqual(['sheet.gone', 'sheet.gone', 'sheet.gone']);
  });
  it('pairs a component as if nobody had chosen, once that is taken back', () => {
    expect(resetPair(world, corrected, `${PLYWOOD}/card`).pairs[`${PLYWOOD}/card`]).toEqual(
      sheet.pairs[`${PLYWOOD}/card`],
    );
    expect(resetPair(world, corrected, `${PLYWOOD}/gone`)).toBe(corrected);
  });
  it('counts the tokens that things on screens say themselves', () => {
    const project = demos.find((d) => d.id === 'norrvik-crossings') as Project;
    const said = tokensUsed(project.screens, SKERRY);
    expect(said.get('color.buoy')).toBeGreaterThan(0);
    expect(tokensUsed(project.screens, PLYWOOD).size).toBe(0);
  });
  it('keeps what was looked at and left as it is', () => {
    const left = { ...sheet, dismissed: ['grew|x'] };
    expect(readSheet(world, writeSheet(left), sheet).sheet?.dismissed).toEqual(['grew|x']);
  });
  it.each([
    ['nothing', null],
    ['a list', []],
    ['another format', { format: 'dekkor-kit/1' }],
    ['no pairs', { format: 'dekkor-sheet/1', from: PLYWOOD, to: SKERRY }],
    ['other kits', { format: 'dekkor-sheet/1', from: 'x@1.0.0', to: SKERRY, pairs: [] }],
  ])('that is %s is refused with a sentence', (_, bad) => {
    const got = readSheet(world, bad, sheet);
    expect(got.sheet).toBeNull();
    expect(got.problems[0]?.message).toMatch(/^This .+\.$/u);
  });
  it('leaves out what is not there, names it, and takes the rest', () => {
    const pairs: Json = [
      { from: 'gone', to: 'message', chosen: true },
      { from: 'card', to: 'gone', chosen: true },
      { from: 7, to: 'message', chosen: true },
      'nonsense',
      { from: '__proto__', to: 'message', chosen: true },
      { from: 'card', to: 'message', chosen: true },
      { from: 'card', to: 'calm', chosen: true },
    ];
    const got = readSheet(world, { ...again, pairs }, sheet);
    expect(got.taken).toBe(1);
    expect(got.problems.map((p) => p.code)).toEqual([
      'sheet.gone',
      'sheet.gone',
      'sheet.pair',
      'sheet.gone',
      'sheet.twice',
    ]);
    expect(got.sheet?.pairs[`${PLYWOOD}/card`]?.to).toBe(`${SKERRY}/message`);
  });
});
