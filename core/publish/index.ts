export { publishKit, type Published, type PublishRequest } from './publish.js';
