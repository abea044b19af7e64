import { ProblemError } from '../errors.js';
import { Renderer } from './renderer.js';
import type { FromProcess, Inlined, ToProcess } from './messages.js';

/** A process that only draws: it can be ended at any moment without harm to anybody else. */
let hand: Renderer | null = null;
const asked = new Map<number, (pictures: Readonly<Record<string, Inlined | null>>) => void>();
const tell = (message: FromProcess): void => void process.send?.(message);

process.on('message', (message: ToProcess) => {
  if ('supplies' in message) {
    hand = new Renderer(message.supplies);
    tell({ ready: true });
    return;
  }
  const { job } = message;
  if ('pictures' in message) {
    asked.get(job)?.(message.pictures);
    asked.delete(job);
    return;
  }
  const pictures = (needs: readonly string[]): Promise<Readonly<Record<string, Inlined | null>>> =>
    new Promise((done) => {
      asked.set(job, done);
      tell({ job, needs });
    });
  void (hand ?? new Renderer({ kits: [], fonts: [] })).draw(message.wanted, pictures).then(
    (drawn) => tell({ job, drawn }),
    (error: unknown) => {
      const known = error instanceof ProblemError && typeof error.code === 'string' ? error : null;
      const says = error instanceof Error ? error.message : String(error);
      tell({
        job,
        error: known && typeof known.code === 'string' ? known.code : 'picture.drawing',
        says: known ? says : `This cannot be drawn: ${says.slice(0, 160)}. Nothing was changed.`,
        about: known?.about ?? '',
      });
    },
  );
});
// Whoever asked is gone.
process.on('disconnect', () => process.exit(0));
