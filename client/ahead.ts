/** Answers that were asked for before there was anything to take them, by address: each is taken once. */
const asked = new Map<string, Promise<Response>>();

/** Where a project is opened. `first`: the screen that is looked at. */
export const openPath = (id: string, first: string): string =>
  `/projects/${encodeURIComponent(id)}?first=${encodeURIComponent(first)}`;
export const kitFile = (ref: string, file: string): string =>
  `/api/kits/${encodeURIComponent(ref)}/${file === 'kit.json' ? file : `files/${file}`}`;

function ask(url: string): Promise<Response> {
  const answer = fetch(url);
  // Whoever takes it is told why there is none.
  answer.catch(() => undefined);
  asked.set(url, answer);
  return answer;
}
/** What is in an answer, for looking into it while it waits for whoever takes it. */
const peek = async <T>(url: string): Promise<T> => (await ask(url)).clone().json() as Promise<T>;

/**
 * Asks for everything a project's address will need, while the programs that take it are still being read: the project, the
 * kits and their fonts.
 */
export function askAhead(pathname: string): void {
  const [, id, , screen = ''] = /^\/p\/([^/]+)(?:\/([^/]+)(?:\/([^/]+))?)?$/u.exec(pathname) ?? [];
  if (id === undefined) return;
  void ask(`/api${openPath(decodeURIComponent(id), decodeURIComponent(screen))}`);
  void peek<{ kits: { ref: string }[] }>('/api/kits')
    .then(({ kits }) =>
      Promise.all(
        kits.map(async ({ ref }) => {
          const { fonts = [] } = await peek<{ fonts?: { file: string }[] }>(kitFile(ref, 'kit.json'));
          for (const f of fonts) void ask(kitFile(ref, f.file));
        }),
      ),
    )
    .catch(() => undefined);
}

/** An answer: the one that was asked for ahead, else a new one. */
export function got(url: string): Promise<Response> {
  const answer = asked.get(url);
  asked.delete(url);
  return answer ?? fetch(url);
}
