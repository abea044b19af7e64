import { describe, expect, it } from 'vitest';
import { PictureCache } from './cache.js';

const MB = 1024 * 1024;
const picture = (size: number): { png: Uint8Array; name: string } => ({ png: new Uint8Array(size), name: 'A' });

describe('pictures that are kept', () => {
  it('are given again, and another that comes under the same key takes its place', () => {
    const cache = new PictureCache();
    const one = picture(10);
    cache.put('a', one);
    expect(cache.get('a')).toBe(one);
    const two = picture(20);
    cache.put('a', two);
    expect(cache.get('a')).toBe(two);
    expect(cache.get('b')).toBeUndefined();
  });
  it('take so much room and no more: those that nobody asked for longest go', () => {
    const cache = new PictureCache();
    for (const key of ['a', 'b', 'c']) cache.put(key, picture(20 * MB));
    cache.get('a');
    cache.put('d', picture(20 * MB));
    expect(['a', 'b', 'c', 'd'].filter((key) => cache.get(key))).toEqual(['a', 'c', 'd']);
    for (let n = 0; n < 100; n++) cache.put('a', picture(20 * MB));
    expect(['a', 'c', 'd'].filter((key) => cache.get(key))).toEqual(['a', 'c', 'd']);
  });
});
