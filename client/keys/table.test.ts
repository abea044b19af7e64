import { describe, expect, it } from 'vitest';
import { chordOf, commandOf, COMMANDS, GROUPS, keysOf, ofGroup, tip, type CommandId } from './table.js';

const press = (
  key: string,
  held: Partial<Record<'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey', boolean>> = {},
): Parameters<typeof chordOf>[0] => ({
  key,
  ctrlKey: false,
  metaKey: false,
  altKey: false,
  shiftKey: false,
  ...held,
});

describe('the table of commands', () => {
  it('gives no chord to two commands that could both be meant', () => {
    const seen = new Map<string, CommandId>();
    for (const [id, c] of Object.entries(COMMANDS) as [CommandId, (typeof COMMANDS)[CommandId]][])
      for (const k of c.keys) {
        const place = c.when === 'always' || c.when === 'screen' || c.when === 'clipboard' ? 'page' : c.when;
        expect(seen.get(`${place} ${k}`), `${k} means ${id} too`).toBeUndefined();
        seen.set(`${place} ${k}`, id);
      }
  });
  it('lists every command once', () => {
    expect(GROUPS.flatMap((g) => ofGroup(g).map((c) => c.id)).sort()).toEqual(Object.keys(COMMANDS).sort());
  });
  it('reads what is pressed', () => {
    expect(chordOf(press('Z', { ctrlKey: true, shiftKey: true }))).toBe('Ctrl+Shift+z');
    expect(chordOf(press('z', { metaKey: true }))).toBe('Ctrl+z');
    expect(chordOf(press('?', { shiftKey: true }))).toBe('?');
    expect(chordOf(press('ArrowUp', { altKey: true }))).toBe('Alt+ArrowUp');
    expect(chordOf(press(' '))).toBe('Space');
  });
  it('means a command only where it applies', () => {
    expect(commandOf(press('a'), 'always', 'screen')).toBe('alikeHere');
    expect(commandOf(press('A', { shiftKey: true }), 'always', 'screen')).toBe('alikeAnywhere');
    expect(commandOf(press('a', { ctrlKey: true }), 'screen')).toBe('all');
    expect(commandOf(press('a'), 'always')).toBeNull();
    expect(commandOf(press('Enter'), 'outline')).toBe('newLine');
    expect(commandOf(press('Enter'), 'screen')).toBe('write');
    expect(commandOf(press('c', { ctrlKey: true }), 'always', 'screen')).toBeNull();
    expect(commandOf(press('d', { ctrlKey: true, shiftKey: true }), 'screen')).toBeNull();
  });
  it('tells keys as people say them', () => {
    expect(keysOf('zoomIn')).toBe('+');
    expect(keysOf('nudgeUp')).toBe('Alt+↑');
    expect(keysOf('redo', true)).toBe('Ctrl+Shift+z, Ctrl+y');
    expect(tip('undo', 'Undo Place Button')).toBe('Undo Place Button (Ctrl+z)');
  });
});
