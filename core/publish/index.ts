export { publishKit, type Published, type PublishWish } from './publish.js';
export { nextVersion, type Change, type VersionAdvice } from './version.js';
export { gradeKit, type Grade, type GradeLine } from './grade.js';
