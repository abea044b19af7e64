import { describe, expect, it } from 'vitest';
import { blankScreen, newInstance, type Screen } from '../index.js';
import { matchesQuery, findTexts } from './find.js';

const screen = (id: string, label: string): Screen => {
  const blank = blankScreen(id, `Screen ${id}`, 'flow-1', 'phone', 390, 844);
  const set = { home: 'plywood@1.0.0/button', at: [], kind: 'prop' as const };
  const go = newInstance('go', 'plywood@1.0.0/button', {}, [
    { ...set, name: 'label', value: label },
    { ...set, name: 'icon', value: 'arrow-left' },
    { ...set, name: 'items', value: [{ key: 'k1', values: { text: 'Harbour office' } }] },
  ]);
  const text = { id: 'text', type: 'text' as const, attrs: { text: 'Ferries at noon' } };
  return { ...blank, nodes: { ...blank.nodes, go, text } };
};

describe('finding what is said', () => {
  const all = [screen('a', 'Buy a ticket'), screen('b', 'Show the ticket'), screen('c', 'Leave')];
  const found = (q: string, most = 9): string[] => findTexts(all, q, most).map((f) => `${f.screen.id}/${f.node}`);
  it('looks into texts, settings and lists, whatever the case and order of the words', () => {
    expect(found('TICKET')).toEqual(['a/go', 'b/go']);
    expect(found('office harbour')).toEqual(['a/go', 'b/go', 'c/go']);
    expect(found('noon', 2)).toEqual(['a/text', 'b/text']);
    expect(found('arrow-left')).toEqual([]);
    expect(found('  ')).toEqual([]);
  });
  it('finds what was changed since, and nothing of what it was', () => {
    const [one] = all;
    if (!one) return;
    const changed = {
      ...one,
      nodes: { ...one.nodes, text: { ...one.nodes['text'], attrs: { text: 'Boats at six' } } },
    } as Screen;
    expect(findTexts([changed], 'noon', 9)).toEqual([]);
    expect(findTexts([changed], 'boats', 9)).toHaveLength(1);
  });
  it('ranks names that begin with what is asked before those that hold it', () => {
    const names = ['Resailed', 'Sailing detail', 'After sail', 'Sail'];
    const sorted = [...names].sort((a, b) => matchesQuery(b, 'sail') - matchesQuery(a, 'sail'));
    expect(sorted).toEqual(['Sail', 'Sailing detail', 'After sail', 'Resailed']);
    expect(matchesQuery('Boats', 'sail')).toBe(0);
  });
});
