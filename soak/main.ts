import { close } from '../bench/report.js';
import { soakReaders } from './readers.js';
import { soakHistory, soakKills, soakPictures, soakRequests, soakSockets } from './server.js';

/** `npm run soak`: every part, or those that are named; `--much=10` does ten times as much of what can be done more often. */
const named = process.argv.slice(2).filter((a) => !a.startsWith('--'));
const much = Number(process.argv.find((a) => a.startsWith('--much='))?.slice(7) ?? 1);
const wants = (part: string): boolean => named.length === 0 || named.includes(part);

// First, while this process has little to remember: what it takes for that would count as waiting.
if (wants('pictures')) await soakPictures(50);
if (wants('readers')) soakReaders(Math.round(9000 * much));
if (wants('requests')) await soakRequests(Math.round(1000 * much));
if (wants('history')) await soakHistory(50_000);
if (wants('tabs')) await soakSockets(1000, 100);
if (wants('kills')) await soakKills(Math.round(50 * much));
close();
process.exit(0);
