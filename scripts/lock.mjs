// A name that one process on this machine holds at a time; gone with the process, however it ends. Node built-ins only.
import { createHash } from 'node:crypto';
import { realpathSync } from 'node:fs';
import { createServer } from 'node:net';

/** Takes the lock of a folder for a purpose. Gives what lets go of it, or null when somebody else has it. */
export function takeLock(purpose, folder) {
  const name = createHash('sha256')
    .update(`${purpose}|${realpathSync(folder)}`)
    .digest('hex')
    .slice(0, 32);
  return new Promise((done, fail) => {
    const server = createServer((socket) => socket.destroy());
    server.once('error', (error) => (error.code === 'EADDRINUSE' ? done(null) : fail(error)));
    // A socket in Linux's abstract namespace (unix(7)): the kernel lets only one have a name, and no file stays behind.
    server.listen(`\0dekkor-${name}`, () => {
      server.unref();
      done(() => server.close());
    });
  });
}

/** The same, when it is somebody else's waiting until it is not. */
export async function waitForLock(purpose, folder, says) {
  for (let n = 0; ; n++) {
    const release = await takeLock(purpose, folder);
    if (release) return release;
    if (n === 0) console.log(says);
    await new Promise((r) => setTimeout(r, 200));
  }
}
