/** Answers that were asked for before there was anything to take them, by address: each is taken once. */
const asked = new Map<string, Promise<Response>>();

/** Where a project is opened. `first`: the screen that is looked at. */
export const openPath = (id: string, first: string): string =>
  `/projects/${encodeURIComponent(id)}?first=${encodeURIComponent(first)}`;
/** Of an installed kit: where it is as it was read, and its fonts. Its stamp tells it from another that is called the same. */
export interface KitAt {
  readonly ref: string;
  readonly stamp: string;
  /** Files beside it. */
  readonly fonts: readonly string[];
}
const inKit = ({ ref, stamp }: KitAt, file: string): string =>
  `/api/kits/${encodeURIComponent(ref)}/${file}?stamp=${stamp}`;
export const kitAsRead = (kit: KitAt): string => inKit(kit, 'read.json');
export const kitFont = (kit: KitAt, file: string): string => inKit(kit, `files/${file}`);
/** Fonts that stand in for missing characters. */
export const FALLBACK_WEIGHTS = [400, 700];
export const fallbackFont = (weight: number): string => `/api/fonts/NotoSans-${weight}.ttf`;

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
export function prefetch(pathname: string): void {
  const [, id, , screen = ''] = /^\/p\/([^/]+)(?:\/([^/]+)(?:\/([^/]+))?)?$/u.exec(pathname) ?? [];
  if (id === undefined) return;
  void ask(`/api${openPath(decodeURIComponent(id), decodeURIComponent(screen))}`);
  for (const weight of FALLBACK_WEIGHTS) void ask(fallbackFont(weight));
  void peek<{ kits: KitAt[] }>('/api/kits')
    .then(({ kits }) => {
      // The same font comes with many kits: it is asked for once, of the first that has it.
      const fonts = new Set<string>();
      for (const kit of kits) {
        void ask(kitAsRead(kit));
        for (const file of kit.fonts) {
          if (!fonts.has(file)) void ask(kitFont(kit, file));
          fonts.add(file);
        }
      }
    })
    .catch(() => undefined);
}

/** An answer: the one that was asked for ahead, else a new one. */
export function got(url: string): Promise<Response> {
  const answer = asked.get(url);
  asked.delete(url);
  return answer ?? fetch(url);
}
