import { emptyProject, type Project } from '../../core/index.js';

/** The projects that a first start opens on. Everything in them is made up. */
export function demoProjects(): Project[] {
  return [emptyProject('summit-pass', 'Summit pass', 'plywood@1.0.0')];
}
