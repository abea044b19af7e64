import { prefetch } from './base/prefetch.js';
import { applyAppearance } from './base/appearance.js';
import './palette.css';
import { compose, frame, home, rebrand } from './views/index.js';

const { pathname } = location;
applyAppearance(pathname);
// What the address will need is asked for before anything runs, so that all of it comes at once.
prefetch(pathname);
for (const load of pathname.startsWith('/p/') ? [frame, /\/rebrand$/u.test(pathname) ? rebrand : compose] : [home])
  void load().catch(() => undefined);
void import('./start.js');
