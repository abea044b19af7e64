import { describe, expect, it } from 'vitest';
import { attrName, plainKind } from './names.js';
import type { BoxNode } from './node.js';

const box = (attrs: BoxNode['attrs']): BoxNode => ({ id: 'b', type: 'box', attrs, children: [] });

describe('what things are called', () => {
  it('calls a box by what it does', () => {
    expect(
      [
        box({ flow: 'row' }),
        box({ flow: 'grid', columns: 3 }),
        box({ flow: 'column' }),
        box({}),
        box({ padding: 12 }),
        box({ flow: 'free' }),
      ].map(plainKind),
    ).toEqual(['Row', 'Grid', 'Column', 'Column', 'Box', 'Free box']);
  });
  it('calls other plain things by their type', () => {
    expect(plainKind({ id: 'i', type: 'image', attrs: {} })).toBe('Picture');
    expect(plainKind({ id: 's', type: 'series', attrs: {}, item: 'x', entries: [] })).toBe('Series');
  });
  it('names attributes, and leaves a name that is none as it is', () => {
    expect(attrName('stroke')).toBe('Line');
    expect(attrName('component')).toBe('Component');
    expect(attrName('toString')).toBe('toString');
  });
});
