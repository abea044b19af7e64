import { Worker } from 'node:worker_threads';
import {
  escapeXml,
  kitRef,
  layout,
  lensWears,
  paint,
  resolve,
  screenOf,
  toSvg,
  wearsOf,
  type Primitive,
  type Screen,
  type World,
} from '../core/index.js';
import type { Assets } from './assets.js';
import type { Kits } from './kits.js';
import { notFound } from './errors.js';

/** A screen as SVG: text as text, its fonts inside, nothing outside referred to. */
export async function screenSvg(
  world: World,
  kits: Kits,
  screenId: string,
  options: { lens?: string; fonts: boolean; assets: Assets },
): Promise<{ svg: string; screen: Screen; width: number; height: number; families: ReadonlySet<string> }> {
  const screen = screenOf(world.project, screenId);
  if (!screen) throw notFound('screen', screenId);
  const wears =
    options.lens && world.kits.has(options.lens)
      ? lensWears(world, screen, options.lens)
      : wearsOf(world.project, screen);
  const box = layout(resolve(world, screen, { wears }), kits.fonts);
  const primitives = paint(box);
  const used = facesOf(primitives);
  const css = options.fonts ? await fontCss(kits, used) : undefined;
  // Pictures go inside too, each fetched once.
  const shown = new Map<string, Awaited<ReturnType<Assets['dataUri']>>>();
  for (const p of primitives)
    if (p.p === 'image' && !shown.has(p.asset)) shown.set(p.asset, await options.assets.dataUri(p.asset));
  const svg = toSvg(primitives, {
    asset: (id) => shown.get(id) ?? undefined,
    width: screen.width,
    height: Math.ceil(box.h),
    title: screen.name,
    prefix: `${escapeXml(screen.id)}-`,
    background: '#ffffff',
    ...(css ? { css } : {}),
  });
  return {
    svg,
    screen,
    width: screen.width,
    height: Math.ceil(box.h),
    families: new Set([...used].map((u) => u.split('|')[0] ?? '')),
  };
}

function facesOf(primitives: readonly Primitive[]): Set<string> {
  const used = new Set<string>();
  for (const p of primitives)
    if (p.p === 'text') for (const r of p.runs) used.add(`${r.family}|${r.weight}|${r.italic ? 'italic' : 'normal'}`);
  return used;
}

async function fontCss(kits: Kits, used: ReadonlySet<string>): Promise<string> {
  const rules: string[] = [];
  for (const face of used) {
    const [family = '', weight = '', style = 'normal'] = face.split('|');
    const bytes = await fontBytes(kits, family, Number(weight), style === 'italic');
    if (bytes)
      rules.push(
        `@font-face{font-family:'${family.replace(/['\\<>]/gu, '')}';font-weight:${weight};font-style:${style};src:url(data:font/ttf;base64,${Buffer.from(bytes).toString('base64')}) format('truetype')}`,
      );
  }
  return rules.join('');
}

async function fontBytes(kits: Kits, family: string, weight: number, italic: boolean): Promise<Uint8Array | null> {
  if (family === 'Noto Sans') return kits.fallback(`NotoSans-${weight}.ttf`);
  for (const { kit } of kits.list()) {
    const f = kit.fonts.find((x) => x.family === family && x.weight === weight && x.italic === italic);
    const bytes = f ? await kits.file(kitRef(kit), f.file) : null;
    if (bytes) return bytes;
  }
  return null;
}

/** Every font that a picture may need, as bytes. */
async function allFonts(kits: Kits): Promise<Uint8Array[]> {
  const bytes: Uint8Array[] = [];
  const seen = new Set<string>();
  for (const { kit } of kits.list()) {
    for (const f of kit.fonts) {
      const key = `${f.family}|${f.weight}|${f.italic}`;
      const b = seen.has(key) ? null : await kits.file(kitRef(kit), f.file);
      seen.add(key);
      if (b) bytes.push(b);
    }
  }
  return bytes;
}

interface Job {
  readonly done: (png: Uint8Array) => void;
  readonly fail: (error: Error) => void;
}

/** Draws PNGs in a thread of its own, so that no request waits for a drawing. */
export class Pictures {
  private worker: Worker | null = null;
  private readonly jobs = new Map<number, Job>();
  private serial = 0;
  private fontsSent = 0;

  constructor(
    private readonly kits: Kits,
    private readonly script: URL,
  ) {}

  /** A PNG of an SVG. `scale` 1 to 4. */
  async png(svg: string, scale: number): Promise<Uint8Array> {
    const worker = (this.worker ??= this.start());
    const count = this.kits.list().length;
    if (this.fontsSent !== count) {
      worker.postMessage({ fonts: await allFonts(this.kits), files: this.kits.fallbackPaths });
      this.fontsSent = count;
    }
    const id = ++this.serial;
    return new Promise((done, fail) => {
      this.jobs.set(id, { done, fail });
      worker.postMessage({ id, svg, scale });
    });
  }

  private start(): Worker {
    const worker = new Worker(
      this.script,
      process.execArgv.some((a) => a.includes('tsx')) ? { execArgv: process.execArgv } : {},
    );
    worker.on('message', (m: { id: number; png?: Uint8Array; error?: string }) => {
      const job = this.jobs.get(m.id);
      this.jobs.delete(m.id);
      if (m.png) job?.done(m.png);
      else job?.fail(new Error(m.error ?? 'The picture could not be drawn'));
    });
    worker.on('error', (error) => this.lost(error));
    worker.on('exit', () => this.lost(new Error('The drawing thread stopped')));
    worker.unref();
    return worker;
  }

  private lost(error: Error): void {
    this.worker = null;
    this.fontsSent = 0;
    for (const job of this.jobs.values()) job.fail(error);
    this.jobs.clear();
  }

  async close(): Promise<void> {
    await this.worker?.terminate();
  }
}
