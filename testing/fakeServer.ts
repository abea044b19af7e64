import {
  applyEdit,
  blankScreen,
  emptyProject,
  newInstance,
  type Edit,
  type InstanceNode,
  type Json,
  type Project,
  type Screen,
} from '../core/index.js';

/** The wireframe kit that pretended projects are in. */
export const PLY = 'plywood@1.0.0';
let serial = 0;

/** A server of one project, in memory: it takes edits in the order they come, unless it is away or refuses. */
export class FakeServer {
  readonly confirmed: { revision: number; edit: Edit; at: string }[] = [];
  away = false;
  refuses = '';
  /** Tells only the first screen at first, and the others when it is asked for them and lets go. */
  parts = false;
  letGo: () => void = () => undefined;
  /** Put away by somebody. */
  putAway = false;
  project: Project;
  /** What is kept in the browser belongs to one project: each server has its own. */
  constructor(screens: readonly Screen[] = [blankScreen('s', 'First', 'flow-1', 'phone', 390, 844)]) {
    this.project = { ...emptyProject(`p${++serial}`, 'Harbour', PLY), screens };
  }
  take(edit: Edit): { revision: number; edit: Edit; at: string } {
    const got = applyEdit(this.project, edit);
    if (!got.ok) throw new Error(got.refusal.message);
    this.project = got.project;
    const told = { revision: this.confirmed.length + 1, edit, at: '2026-11-26T10:00:00Z' };
    this.confirmed.push(told);
    return told;
  }
  readonly fetch = (url: string, init?: { method?: string; body?: string }): Promise<Response> => {
    if (this.away) return Promise.reject(new TypeError('away'));
    const json = (body: unknown, status = 200): Promise<Response> =>
      Promise.resolve(new Response(JSON.stringify(body), { status }));
    const { pathname, searchParams } = new URL(url, 'http://dekkor');
    if (pathname.endsWith('/restore')) {
      this.putAway = false;
      return json({ ok: true });
    }
    if (this.putAway) return json({ code: 'project.away', detail: 'Harbour was put away.' }, 410);
    if (init?.method === 'POST') {
      const sent = JSON.parse(init.body ?? '{}') as { edits: Edit[] };
      if (this.refuses !== '')
        return json({ code: 'step.field', detail: this.refuses, edit: sent.edits[0]?.id, about: '' }, 409);
      return json({ edits: sent.edits.map((e) => this.take(e)) });
    }
    if (pathname.endsWith('/screens')) {
      const from = Number(searchParams.get('from'));
      const screens = this.project.screens.slice(from, from + 2);
      return new Promise((done) => (this.letGo = () => done(json({ screens })))).then((r) => r as Response);
    }
    if (this.parts && searchParams.has('first')) {
      const [first, ...others] = this.project.screens;
      const bare = others.map((s) => ({ ...s, nodes: {} }));
      return json({
        project: { ...this.project, screens: [first, ...bare] },
        revision: this.confirmed.length,
        missing: others.map((s) => s.id),
      });
    }
    if (pathname.endsWith('/history')) return json({ history: [] });
    if (pathname.endsWith('/edits'))
      return json({ edits: this.confirmed.filter((c) => c.revision > Number(searchParams.get('after') ?? 0)) });
    return json({ project: this.project, revision: this.confirmed.length });
  };
}

/** A connection to it that tests speak into. */
export class FakeSocket {
  static readonly all: FakeSocket[] = [];
  onmessage: ((event: { data: string }) => void) | null = null;
  onclose: (() => void) | null = null;
  constructor() {
    FakeSocket.all.push(this);
  }
  close(): void {
    this.onclose = null;
  }
  tell(body: unknown): void {
    this.onmessage?.({ data: JSON.stringify(body) });
  }
}

/** An instance of the wireframe kit, with texts and choices of its own. */
export const instance = (
  id: string,
  component: string,
  said: Readonly<Record<string, Json>> = {},
  attrs: InstanceNode['attrs'] = { width: 'stretch' },
): InstanceNode =>
  newInstance(
    id,
    `${PLY}/${component}`,
    attrs,
    Object.entries(said).map(([name, value]) => ({ home: `${PLY}/${component}`, at: [], kind: 'prop', name, value })),
  );

/** A phone screen with these below one another. */
export function screenWith(id: string, name: string, nodes: readonly InstanceNode[]): Screen {
  const blank = blankScreen(id, name, 'flow-1', 'phone', 390, 844);
  const root = blank.nodes[blank.root];
  if (root?.type !== 'box') throw new Error('A blank screen is a box');
  return {
    ...blank,
    nodes: {
      ...Object.fromEntries(nodes.map((n) => [n.id, n])),
      [blank.root]: { ...root, children: nodes.map((n) => n.id) },
    },
  };
}
