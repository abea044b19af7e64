import { customAlphabet } from 'nanoid';

/** An id that nothing else has: letters and figures only, so that it may begin with any of its characters. */
export const freshId = customAlphabet('0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz', 16);
