import { describe, expect, it } from 'vitest';
import { applyEdit, emptyProject, type ContentSet, type Project, type Step } from '../../core/index.js';
import {
  addColumnSteps,
  addRowSteps,
  cellStep,
  dropColumnSteps,
  dropRowSteps,
  kindSteps,
  moveRowSteps,
  renameColumnSteps,
} from './edits.js';

const crew: ContentSet = {
  id: 'crew',
  name: 'Crew',
  columns: [
    { id: 'name', name: 'Name', kind: 'text' },
    { id: 'age', name: 'Age', kind: 'number' },
  ],
  rows: [
    { key: 'r1', values: { name: 'Vik', age: 31 } },
    { key: 'r2', values: { name: 'Rask', age: 44 } },
    { key: 'r3', values: { name: 'Una', age: 27 } },
  ],
};
const start: Project = { ...emptyProject('p', 'P', 'plywood@1.0.0'), contentSets: { crew } };
function done(steps: readonly Step[], project = start): ContentSet {
  const got = applyEdit(project, { id: 'e', label: 'e', steps });
  if (!got.ok) throw new Error(got.refusal.message);
  return got.project.contentSets['crew']!;
}

describe('content sets as they are typed', () => {
  it('puts one cell and leaves every other to whoever edits it', () => {
    const got = cellStep(crew, 'r2', 'name', 'Rask the elder');
    expect(got).toEqual({ steps: [{ do: 'cell', set: 'crew', row: 'r2', column: 'name', value: 'Rask the elder' }] });
    expect(cellStep(crew, 'r2', 'age', ' 45 ')).toMatchObject({ steps: [{ value: 45 }] });
    expect(cellStep(crew, 'r2', 'age', '44')).toEqual({ steps: [] });
  });
  it('keeps what a number column had when something else is typed, and names it', () => {
    expect(cellStep(crew, 'r1', 'age', 'old')).toEqual({
      problem: '“old” is not a number; Age takes numbers. The cell keeps what it had.',
    });
    expect(cellStep(crew, 'gone', 'age', '1')).toEqual({ problem: 'That cell is no longer there.' });
  });
  it('adds, moves and takes out rows, but never the last', () => {
    expect(done(addRowSteps(crew)).rows.map((r) => r.key)).toEqual(['r1', 'r2', 'r3', 'r4']);
    expect(done(moveRowSteps(crew, 0, 2)).rows.map((r) => r.key)).toEqual(['r2', 'r3', 'r1']);
    expect(done(moveRowSteps(crew, 2, 0)).rows.map((r) => r.key)).toEqual(['r3', 'r1', 'r2']);
    expect(done(dropRowSteps(crew, 'r2')).rows.map((r) => r.key)).toEqual(['r1', 'r3']);
    expect(dropRowSteps({ ...crew, rows: crew.rows.slice(0, 1) }, 'r1')).toEqual([]);
  });
  it('never gives a new row or column a key that is taken', () => {
    const odd: ContentSet = {
      ...crew,
      rows: [...crew.rows.slice(0, 2), { key: 'r4', values: {} }],
      columns: [{ id: 'c2', name: 'A', kind: 'text' }],
    };
    expect(done(addRowSteps(odd), { ...start, contentSets: { crew: odd } }).rows.map((r) => r.key)).toEqual([
      'r1',
      'r2',
      'r4',
      'r5',
    ]);
    expect(done(addColumnSteps(odd), { ...start, contentSets: { crew: odd } }).columns.map((c) => c.id)).toEqual([
      'c2',
      'c3',
    ]);
  });
  it('adds, renames and takes out columns, but never the last', () => {
    expect(done(addColumnSteps(crew)).columns.map((c) => c.name)).toEqual(['Name', 'Age', 'Column 3']);
    expect(done(renameColumnSteps(crew, 'age', ' Years ')).columns[1]!.name).toBe('Years');
    expect(renameColumnSteps(crew, 'age', '  ')).toEqual([]);
    expect(done(dropColumnSteps(crew, 'age')).columns.map((c) => c.id)).toEqual(['name']);
    expect(dropColumnSteps({ ...crew, columns: crew.columns.slice(0, 1) }, 'name')).toEqual([]);
  });
  it('reads the cells of a column anew when its kind changes, and back', () => {
    const text = done(kindSteps(crew, 'age', 'text'));
    expect(text.rows.map((r) => r.values['age'])).toEqual(['31', '44', '27']);
    const back = done(kindSteps(text, 'age', 'number'), { ...start, contentSets: { crew: text } });
    expect(back.rows.map((r) => r.values['age'])).toEqual([31, 44, 27]);
    expect(done(kindSteps(crew, 'name', 'number')).rows.map((r) => r.values['name'] ?? null)).toEqual([
      null,
      null,
      null,
    ]);
  });
});
