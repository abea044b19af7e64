import type { Part } from '../write.js';
import { inDialect, type Dialect } from './dialect.js';
import { entries } from './entries.js';
import { figures } from './figures.js';
import { over } from './over.js';
import { ways } from './ways.js';

/** What every full kit has besides its own, in the words of one: entries, ways, menus, feedback, figures. */
export const breadth = (d: Dialect): Part[] => inDialect([...entries(d), ...ways(d), ...over(d), ...figures()], d);
