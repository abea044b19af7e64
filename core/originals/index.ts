export { makeOriginal, type Made, type Wish } from './make.js';
