/** The last branch of a switch over kinds: one that is not handled does not compile. */
export function unhandled(kind: never): never {
  throw new Error(`Not handled: ${JSON.stringify(kind)}`);
}
