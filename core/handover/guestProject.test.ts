import { describe, expect, it } from 'vitest';
import { demos, kits, paintedOn } from '../../testing/demo.js';
import { mendProject, PROJECT_FIELDS, type ContentSet, type Project } from '../index.js';
import { guestProject } from './guestProject.js';

const demo = demos.find((p) => p.id === 'norrvik-crossings') as Project;
const secret = (id: string): ContentSet => ({ id, name: 'Secret', columns: [], rows: [] });

describe('what a guest gets of a project', () => {
  it('is the screens of the link, and of everything else what they are made of', () => {
    const screens = demo.screens.slice(0, 2);
    const given = guestProject({ project: demo, kits }, screens);
    expect(given.screens).toEqual(screens);
    expect(given.flows.map((f) => f.id)).toEqual([...new Set(screens.map((s) => s.flow))]);
    expect(given.matchSheets).toEqual({});
    expect(mendProject(given).problems).toEqual([]);
  });
  it('never has a content set because a text happens to say its name', () => {
    const screens = demo.screens.slice(0, 1);
    const words = JSON.stringify(screens);
    // Words that are in any screen, as ids.
    const ids = ['text', 'name', 'id', 'root', 'box'].filter((id) => words.includes(`"${id}"`));
    expect(ids.length).toBeGreaterThan(2);
    const project = { ...demo, contentSets: Object.fromEntries(ids.map((id) => [id, secret(id)])) };
    expect(guestProject({ project, kits }, screens).contentSets).toEqual({});
  });
  it('has no field that nobody decided about', () => {
    const project = { ...demo, accounts: ['somebody@harbour.example'] } as Project;
    const given = guestProject({ project, kits }, demo.screens);
    expect(Object.keys(given).every((k) => k in PROJECT_FIELDS)).toBe(true);
    expect(JSON.stringify(given)).not.toContain('harbour.example');
  });
  it('looks the same as the project itself, on every screen', () => {
    for (const screen of demo.screens) {
      const given = guestProject({ project: demo, kits }, [screen]);
      expect(paintedOn(given, screen)).toEqual(paintedOn(demo, screen));
    }
  });
});
