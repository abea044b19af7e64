import { customAlphabet } from 'nanoid';

/** An id that nothing else has: letters and figures only, so that it may begin with any of its characters. */
export const freshId = customAlphabet('0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz', 16);

const WRITER = 'dekkor-writer';

/** Who writes here: this browser, in every visit the same, so that its edits can be undone later. */
export const writer = ((): string => {
  const known = localStorage.getItem(WRITER);
  const id = known && /^[A-Za-z0-9]{8,40}$/u.test(known) ? known : freshId();
  localStorage.setItem(WRITER, id);
  return id;
})();
