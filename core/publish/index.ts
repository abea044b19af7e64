export { publishKit, type Published, type PublishWish } from './publish.js';
export { nextVersion, type Change, type VersionAdvice } from './version.js';
