import { describe, expect, it } from 'vitest';
import type { Project } from '../core/index.js';
import { demoProjects } from '../kits/demo/index.js';
import { shippedKits } from '../testing/browser/shippedKits.js';
import { firstPart, readDocument, screensText, written, writtenInParts } from './projectCache.js';

const demoProject = (): Project => {
  const [project] = demoProjects(shippedKits().kits);
  return project ?? expect.fail('There is no demo project');
};

it('writes a document in parts as it would in one, also after one screen was changed', async () => {
  const project = demoProject();
  expect(JSON.parse(await writtenInParts(project))).toEqual(JSON.parse(written(project)));
  const [first, ...others] = project.screens;
  if (!first) return expect.fail('The demo has no screens');
  const changed = { ...project, screens: [{ ...first, name: 'Another “name”' }, ...others] };
  const text = await writtenInParts(changed);
  expect(JSON.parse(text)).toEqual(JSON.parse(written(changed)));
  expect(readDocument(text).project.screens[0]?.name).toBe('Another “name”');
  expect(readDocument(text).problems).toEqual([]);
});
it('writes a document without screens', async () => {
  const project = { ...demoProject(), screens: [] };
  expect(JSON.parse(await writtenInParts(project))).toEqual(JSON.parse(written(project)));
});

describe('a project opened in parts', () => {
  const large = (): Project => {
    const project = demoProject();
    const [one] = project.screens;
    if (!one) return expect.fail('The demo has no screens');
    return { ...project, screens: Array.from({ length: 130 }, (_, i) => ({ ...one, id: `s${i}`, name: `Nr ${i}` })) };
  };

  it('is all there at once when it is small', () => {
    const stand = { revision: 3, project: demoProject() };
    expect(firstPart(stand, '')).toBe(stand);
  });
  it('has the screens around the one that is looked at, and of all others name and size', () => {
    const project = large();
    const part = firstPart({ revision: 3, project }, 's100');
    const whole = part.project.screens.filter((s) => !part.missing?.includes(s.id));
    expect(whole.map((s) => s.id)).toEqual(Array.from({ length: 21 }, (_, i) => `s${90 + i}`));
    expect(whole[0]).toBe(project.screens[90]);
    expect(part.project.screens[3]).toMatchObject({ id: 's3', name: 'Nr 3', width: project.screens[3]?.width });
    expect(part.missing).toHaveLength(109);
    expect(firstPart({ revision: 3, project }, 'gone').missing).not.toContain('s0');
    expect(JSON.parse(screensText(project, 90, 2))).toEqual({ screens: project.screens.slice(90, 92) });
    expect(JSON.parse(screensText(project, 500, 2))).toEqual({ screens: [] });
  });
});
