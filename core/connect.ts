import { replayEdition } from './edit/index.js';
import { setEditionReplay } from './model/index.js';

// The one place where a lower folder is given something of a higher one: reading a component needs its edition's steps done.
setEditionReplay((base, edition) => replayEdition(base, edition.steps).component);
