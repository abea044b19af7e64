import { existsSync, readFileSync } from 'node:fs';
import type { BrowserContext, ElementHandle } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  componentAt,
  layout,
  resolve,
  toHtml,
  appliedKitsOf,
  type Box,
  type InstanceNode,
  type RNode,
  type Screen,
  type StateName,
} from '../core/index.js';
import { fileURLToPath } from 'node:url';
import { demos, fonts, kits } from '../testing/demo.js';
import { sharedBrowser } from '../testing/browser/testServer.js';

let browser: BrowserContext;
beforeAll(async () => {
  browser = await (await sharedBrowser()).createBrowserContext();
});
afterAll(() => browser?.close());

const faces = [...kits]
  .flatMap(([ref, kit]) =>
    kit.fonts.flatMap((f) => {
      const path = fileURLToPath(new URL(`../kits/${ref.split('@')[0]}/${f.file}`, import.meta.url));
      // A kit that is based on another has its fonts from there.
      if (!existsSync(path)) return [];
      return `@font-face{font-family:'${f.family}';font-weight:${f.weight};src:url(data:font/ttf;base64,${readFileSync(path).toString('base64')})}`;
    }),
  )
  .join('\n');
/** So far from where they stand on the Wall may parts stand: px. */
const NEAR = 1;
const dot = 'data:image/svg+xml,<svg xmlns="http://www.w3.org/2000/svg" width="8" height="8"/>';

const screens = demos.flatMap((project) =>
  project.screens.map((screen) => [`${project.name}, ${screen.name}`, project, screen] as const),
);

function pageOf(project: (typeof demos)[number], screen: Screen): { html: string; box: Box } {
  const world = { project, kits };
  const made = resolve(world, screen);
  const box = layout(made, fonts);
  const { html } = toHtml(made, box, {
    said: { world, appliedKits: appliedKitsOf(project, screen), main: made.mainKit, mode: screen.mode ?? '' },
    picture: () => ({ href: dot, width: 1200, height: 800 }),
    leads: () => null,
    inState: (keys, state) => resolve(world, screen, { states: Object.fromEntries(keys.map((k) => [k, [state]])) }),
    faces,
    keys: true,
  });
  return { html, box };
}

describe('a screen as HTML', () => {
  it.each(screens)('stands where it stands on the Wall: %s', async (_, project, screen) => {
    const { html, box } = pageOf(project, screen);
    const page = await browser.newPage();
    await page.setViewport({ width: screen.width, height: Math.ceil(box.h) });
    await page.setContent(html);
    await page.evaluate(() => document.fonts.ready);
    const theirs = new Map(
      await page.$$eval('[data-key]', (all) =>
        all.map((e) => {
          const r = e.getBoundingClientRect();
          return [e.getAttribute('data-key') ?? '', [r.x + scrollX, r.y + scrollY, r.width, r.height]] as const;
        }),
      ),
    );
    const scripts = await page.$$eval('script', (all) => all.length);
    await page.close();
    const off: string[] = [];
    const walk = (b: Box): void => {
      if (!b.node.look.visible || b.node.look.opacity === 0) return;
      const there = theirs.get(b.node.key);
      const ours = [b.x, b.y, b.w, b.h];
      // Strokes reach beyond a shape: only where a part is a box of its own is its size compared.
      if (!there) off.push(`${b.node.key} is not there`);
      else if (ours.some((v, i) => Math.abs(v - (there[i] ?? 0)) > NEAR))
        off.push(
          `${b.node.key} (${b.node.type}): ${ours.map((v) => v.toFixed(1)).join()} there ${there.map((v) => v.toFixed(1)).join()}`,
        );
      b.children.forEach(walk);
    };
    walk(box);
    expect(off.slice(0, 12)).toEqual([]);
    expect(scripts).toBe(0);
  });
  it('looks as its kit says under the pointer, with the keyboard’s focus and while it is pressed; what is disabled does not', async () => {
    const project = demos.find((d) => d.id === 'norrvik-crossings') as (typeof demos)[number];
    const found = project.screens.find((s) => s.id === 'who') as Screen;
    const acting = Object.values(found.nodes).filter(
      (n) => n.type === 'instance' && /\/(?:action|button)$/u.test(n.component),
    );
    const [one] = acting as [InstanceNode];
    const state =
      componentAt({ project, kits }, one.component)?.contract.props.find((p) => p.means === 'state')?.id ?? '';
    const off = { home: one.component, at: [], kind: 'prop', name: state, value: 'disabled' } as const;
    const screenWith = (overrides: InstanceNode['overrides']): Screen => ({
      ...found,
      nodes: { ...found.nodes, [one.id]: { ...one, overrides } },
    });
    const page = await browser.newPage();
    const paintOf = (key: string): Promise<string> =>
      page.$eval(`[data-key="${key}"]`, (e) => {
        const s = getComputedStyle(e);
        return [s.backgroundColor, s.color, s.outlineColor, s.boxShadow].join(' ');
      });
    /** The ground of a part in a state, as the browser says that colour. */
    const ground = async (screen: Screen, state: StateName | null): Promise<string> => {
      const made = resolve({ project, kits }, screen, state ? { states: { [one.id]: [state] } } : {});
      const find = (n: RNode): RNode | undefined =>
        n.key === one.id ? n : n.children.map(find).find((f) => f !== undefined);
      return page.evaluate(
        (fill) => {
          const probe = document.body.appendChild(document.createElement('i'));
          probe.style.background = fill;
          const said = getComputedStyle(probe).backgroundColor;
          probe.remove();
          return said;
        },
        find(made.root)?.look.fill ?? 'none',
      );
    };
    const shown = async (screen: Screen): Promise<ElementHandle> => {
      await page.setContent(pageOf(project, screen).html);
      await page.mouse.move(0, 0);
      return (await page.$(`[data-key="${one.id}"]`)) as ElementHandle;
    };
    const plain = screenWith(one.overrides);
    const button = await shown(plain);
    const rest = await paintOf(one.id);
    expect(rest).toContain(await ground(plain, null));
    await button.hover();
    const hovered = await paintOf(one.id);
    expect(hovered).not.toBe(rest);
    expect(hovered).toContain(await ground(plain, 'hover'));
    await page.mouse.down();
    expect(await paintOf(one.id)).toContain(await ground(plain, 'pressed'));
    await page.mouse.up();
    await page.mouse.move(0, 0);
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await page.keyboard.press('Tab');
    for (
      let n = 0;
      n < 40 && (await page.evaluate(() => document.activeElement?.getAttribute('data-key'))) !== one.id;
      n++
    )
      await page.keyboard.press('Tab');
    expect(await paintOf(one.id)).not.toBe(rest);
    const disabled = screenWith([...one.overrides, off]);
    const dead = await shown(disabled);
    const grey = await paintOf(one.id);
    await dead.hover();
    expect(await paintOf(one.id)).toBe(grey);
    await page.close();
  });
});
