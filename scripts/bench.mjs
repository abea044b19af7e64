// Measures Dekkor against its targets: `npm run bench`, or some parts: `npm run bench -- core interface server`; `--json` for one JSON array.
import { measure } from './measure.mjs';

await measure('bench', { browser: true });
