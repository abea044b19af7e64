import { expect, it } from 'vitest';
import type { Project } from '../core/index.js';
import { demoProjects } from '../kits/demo/index.js';
import { shippedKits } from '../e2e/wall.js';
import { readDocument, written, writtenInParts } from './standings.js';

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
