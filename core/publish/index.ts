export { publishKit, type Published, type PublishWish } from './publish.js';
