import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Node, Project, Screen } from '../core/index.js';
import { demoProjects } from '../kits/demo/index.js';
import { BrowserTest } from '../testing/browser/browserTest.js';
import { Designer } from '../testing/browser/pointer.js';
import { pressButton } from '../testing/browser/testServer.js';
import { shippedKits } from '../testing/browser/shippedKits.js';

const desk = new BrowserTest();
const { kits } = shippedKits();
let page: Page;
let hand: Designer;
const settled: typeof desk.settled = (is) => desk.settled(is);
const PLYWOOD = 'plywood@1.0.0';
const SKERRY = 'skerry-line@2.2.0';
/** What the demo wears. */
const WORN = 'skerry-line@2.1.0';
const LUMEN = 'lumen-night-rail@1.0.0';
const summit = demoProjects(kits).find((p) => p.id === 'summit-pass') as Project;

/** The screens of the demo, with a switch on the first. */
const begun = summit.screens.map((s, i): Screen => {
  const root = s.nodes[s.root];
  if (i > 0 || root?.type !== 'box') return s;
  const remind: Node = {
    id: 'remind',
    type: 'instance',
    component: `${PLYWOOD}/switch`,
    attrs: {},
    overrides: [],
    fills: [],
  };
  return { ...s, nodes: { ...s.nodes, [root.id]: { ...root, children: [...root.children, remind.id] }, remind } };
});

beforeEach(async () => {
  page = await desk.newPage();
  hand = new Designer(page);
  // Two flows, in a wireframe kit.
  await desk.make('Passes', [
    { do: 'flow', flow: 'later', value: { id: 'later', name: 'Later' }, after: 'flow-1' },
    ...begun.map((screen, i) => ({
      do: 'insertScreen' as const,
      screen: { ...screen, flow: i === 0 ? 'flow-1' : 'later' },
      after: i === 0 ? null : (begun[i - 1]?.id ?? null),
    })),
  ]);
  await page.goto(`${desk.house.address}/p/${desk.id}/rebrand`);
  await page.waitForSelector('[aria-label="To look at"] li');
});
const causes = (): Promise<string[]> =>
  page.$$eval('[aria-label="To look at"] > ul > li:not(.taken) > strong', (all) => all.map((e) => e.textContent ?? ''));
/** Chooses the kit that is put on, by pointer. */
async function putOn(name: string): Promise<void> {
  await hand.click('::-p-aria(Put on[role="combobox"])');
  await hand.click(`::-p-aria(${name}[role="option"])`);
}
/** Waits until nothing more is found or tried: what is told has stood still for a second. */
const tried = (): Promise<unknown> =>
  page.evaluate(
    () =>
      new Promise<void>((done) => {
        let last = '';
        let since = performance.now();
        const look = (): void => {
          const now = document.querySelector('[aria-label="To look at"]')?.textContent ?? '';
          if (now !== last || now.includes('Trying') || now.includes('Cancel')) since = performance.now();
          last = now;
          if (performance.now() - since > 1000) done();
          else setTimeout(look, 50);
        };
        look();
      }),
  );
const appliedKits = (p: Project, i: number): string | undefined => p.screens[i]?.appliedKits?.[0]?.shows;

describe('a rebrand', () => {
  it('tells causes, tries what mends them, and does what was taken with the rebrand', async () => {
    await putOn('Lumen Night Rail 1.0.0');
    await page.waitForSelector('.fix');
    await tried();
    const before = await causes();
    const lost = 'No counterpart';
    expect(before).toContain(lost);
    await expect
      .poll(() => page.$eval('.fix', (e) => e.textContent))
      .toMatch(/^Show Switch as Agree mends it, nothing new/u);
    await hand.click('[aria-label="Take: Show Switch as Agree"]');
    await page.waitForSelector('.taken');
    const told = (what: string, is: boolean) =>
      page.waitForFunction(
        (text, wanted) =>
          [...document.querySelectorAll('[aria-label="To look at"] li:not(.taken) > strong')].some(
            (e) => e.textContent === text,
          ) === wanted,
        {},
        what,
        is,
      );
    await told(lost, false);
    // Taken back, it is there again.
    await hand.click('.taken button');
    await told(lost, true);
    await tried();
    expect(await causes()).toEqual(before);
    // What is looked at and left as it is, is not told again until it is asked for.
    const parked = before.find((c) => c.startsWith('Parked')) ?? '';
    await hand.click(`[aria-label="Leave as it is: ${parked}"]`);
    await told(parked, false);
    await hand.click('.left summary');
    await hand.click(`[aria-label="Look at again: ${parked}"]`);
    await told(parked, true);
    await page.waitForSelector('.all button');
    await hand.click('.all button');
    await page.waitForSelector('.taken');
    await hand.click('::-p-aria(Rebrand 4 screens)');
    const p = await settled((x) => x.appliedKits.length > 0);
    const chosen = Object.values(p.appliedKits[0]?.sheet.pairs ?? {}).filter((x) => x.chosen);
    expect(chosen.map((x) => [x.from, x.to]).sort()).toEqual([
      [`${PLYWOOD}/card`, `${LUMEN}/panel`],
      [`${PLYWOOD}/switch`, `${LUMEN}/agree`],
      [`${PLYWOOD}/text`, `${LUMEN}/prose`],
    ]);
    // What nothing there shows was given to what could: a property each, by an edition of it.
    const given = [...chosen].flatMap((x) => ['bars', 'lined'].flatMap((id) => x.props[id]?.to ?? []));
    expect(given.sort()).toEqual(['bars', 'lined']);
    expect(Object.keys(p.editions ?? {}).sort()).toEqual(['lumen-night-rail/panel', 'lumen-night-rail/prose']);
    await pressButton(page, 'button', 'Undo Rebrand 4 screens to Lumen Night Rail');
    const back = await settled((x) => x.appliedKits.length === 0);
    expect(back.editions ?? {}).toEqual({});
    expect(back.screens.map((s) => s.nodes)).toEqual(begun.map((s) => s.nodes));
  });
  it('is looked through by two workers where the processor has room for them: the same is found, and the same mends it', async () => {
    const told = async (): Promise<string[]> => {
      await page.goto(`${desk.house.address}/p/norrvik-crossings/rebrand?to=${LUMEN}`);
      await page.waitForSelector('[aria-label="To look at"] li');
      await putOn('Lumen Night Rail 1.0.0');
      await page.waitForSelector('.fix');
      await tried();
      return page.$$eval('[aria-label="To look at"] > ul > li', (all) => all.map((e) => e.textContent ?? ''));
    };
    const workers = (): number => page.workers().length;
    const session = await page.createCDPSession();
    await session.send('Emulation.setHardwareConcurrencyOverride', { hardwareConcurrency: 2 });
    const byOne = await told();
    expect(workers()).toBe(1);
    expect(byOne.length).toBeGreaterThan(3);
    await session.send('Emulation.setHardwareConcurrencyOverride', { hardwareConcurrency: 8 });
    const byTwo = await told();
    expect(workers()).toBe(2);
    await session.detach();
    expect(byTwo).toEqual(byOne);
    expect(desk.wrong).toEqual([]);
  });
  it('takes what was chosen from the file of a sheet, and says what it could not', async () => {
    await page.waitForSelector('[aria-label="Counterpart of Card"]');
    const give = async (json: unknown): Promise<void> => {
      const path = join(mkdtempSync(join(tmpdir(), 'dekkor-sheet-')), 'sheet.json');
      writeFileSync(path, typeof json === 'string' ? json : JSON.stringify(json));
      const input = (await page.$('input[aria-label="A match sheet"]')) as ElementHandle<HTMLInputElement> | null;
      await input?.uploadFile(path);
    };
    const pairs = [
      { from: 'card', to: 'message', chosen: true },
      { from: 'gone', to: 'message', chosen: true },
    ];
    await give({ format: 'dekkor-sheet/1', from: PLYWOOD, to: SKERRY, pairs });
    await page.waitForSelector('::-p-text(1 choice taken from sheet.json. Left out: There is no plywood@1.0.0/gone)');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('.what')].some((e) => e.textContent?.includes('chosen by you')),
    );
    await give('no json {');
    await page.waitForSelector('::-p-text(This is no match sheet)');
    await hand.click('::-p-aria(Rebrand 4 screens)');
    const p = await settled((x) => x.appliedKits.length > 0);
    expect(p.appliedKits[0]?.sheet.pairs[`${PLYWOOD}/card`]?.to).toBe(`${SKERRY}/message`);
  });
  it('learns by example: a thing pointed at on a screen is shown otherwise on all of them, and is listed', async () => {
    await putOn('Lumen Night Rail 1.0.0');
    await page.waitForSelector('[aria-label="Counterpart of Card"]');
    await tried();
    const figure = await page.waitForSelector('figure[aria-label="Tours"] .pair');
    const box = await figure?.boundingBox();
    // The top bar, along the top of the screen as it would be.
    await hand.click({ x: (box?.x ?? 0) + (box?.width ?? 0) * 0.75, y: (box?.y ?? 0) + 12 });
    await page.waitForSelector('[aria-label="Properties of Top bar"][aria-expanded="true"]');
    await hand.click('::-p-aria(Start icon of Top bar shows as[role="combobox"])');
    await hand.click('::-p-aria(Aft sign[role="option"])');
    await page.waitForFunction(
      () =>
        [...document.querySelectorAll('[aria-label="Start icon of Top bar shows as"]')].some((e) =>
          e.textContent?.includes('Aft sign'),
        ) || document.querySelector('li.open')?.textContent?.includes('Aft sign'),
    );
    await tried();
    await hand.click('::-p-aria(Rebrand 4 screens)');
    const p = await settled((x) => x.appliedKits.length > 0);
    const chosen = Object.values(p.appliedKits[0]?.sheet.pairs ?? {}).filter((x) => x.chosen);
    expect(chosen.map((x) => [x.from, x.props['start']?.to])).toEqual([[`${PLYWOOD}/top-bar`, 'aft']]);
    expect(desk.wrong).toEqual([]);
  });
  it('learns by example: a sample let go on a thing stands for it on all screens, and can be taken back', async () => {
    await putOn('Lumen Night Rail 1.0.0');
    await page.waitForSelector('[aria-label="Counterpart of Card"]');
    await tried();
    const box = await (await page.waitForSelector('figure[aria-label="Tours"] .pair'))?.boundingBox();
    await page.focus('[aria-label="Find a sample"]');
    await hand.type('word from');
    await page.waitForFunction(() => document.querySelectorAll('.strip .sample').length === 1);
    const bar = { x: (box?.x ?? 0) + (box?.width ?? 0) * 0.75, y: (box?.y ?? 0) + 12 };
    const sample = '.strip [aria-label="Word from the guard"]';
    // Let go with Escape it stands for nothing.
    await hand.drag(sample, bar, { escape: true });
    expect(await page.$('.hand')).toBeNull();
    await hand.drag(sample, bar);
    await page.waitForSelector('::-p-text(Top bar shows as Word from the guard now)');
    await hand.click('.hand summary');
    await expect.poll(() => page.$eval('.hand li', (e) => e.textContent)).toContain('Top bar as Word from the guard');
    await hand.click('[aria-label="Take back Top bar as Word from the guard"]');
    await page.waitForFunction(() => !document.querySelector('.hand'));
    // Clicked, it stands for what was pointed at last.
    await hand.click(sample);
    await page.waitForSelector('.hand');
    await tried();
    await hand.click('::-p-aria(Rebrand 4 screens)');
    const p = await settled((x) => x.appliedKits.length > 0);
    const chosen = Object.values(p.appliedKits[0]?.sheet.pairs ?? {}).filter((x) => x.chosen);
    expect(chosen.map((x) => [x.from, x.to])).toEqual([[`${PLYWOOD}/top-bar`, `${LUMEN}/word`]]);
    expect(desk.wrong).toEqual([]);
  });
  it('is put on one flow alone, and new screens there wear it too', async () => {
    await hand.click('#rebrand-on');
    await hand.click('.p-multiselect-option:nth-child(1)');
    await page.keyboard.press('Escape');
    await page.waitForSelector('::-p-aria(Rebrand 3 screens)');
    await expect.poll(async () => (await page.$$('[aria-label="Screens before and after"] figure')).length).toBe(3);
    await hand.click('::-p-aria(Rebrand 3 screens)');
    const p = await settled((x) => appliedKits(x, 1) === SKERRY);
    expect(p.appliedKits).toEqual([]);
    expect([0, 1, 2, 3].map((i) => appliedKits(p, i))).toEqual([undefined, SKERRY, SKERRY, SKERRY]);
    await page.goto(`${desk.house.address}/p/${desk.id}/compose/${p.screens[3]?.id ?? ''}`);
    await page.waitForSelector('.screen.current canvas');
    await hand.click('::-p-aria(Add screen[role="button"])');
    await hand.click('::-p-aria(Phone, 390 × 844[role="menuitem"])');
    const q = await settled((x) => x.screens.length === 5);
    expect(q.screens.map((s) => s.appliedKits?.[0]?.shows).filter((w) => w === SKERRY)).toHaveLength(4);
  });
});

describe('S. a new brand from two colours and a font, on all screens', () => {
  const made = (p: Project): boolean => p.appliedKits[0]?.shows.startsWith('harbour-light@') === true;
  const brand = async (): Promise<{ tokens: Record<string, Record<string, { $value: string }>> }> => {
    const ref = (await desk.project()).appliedKits[0]?.shows ?? '';
    return (await fetch(`${desk.house.address}/api/kits/${ref}/kit.json`)).json() as never;
  };
  const button = (name: string): Promise<void> => hand.click(`::-p-aria(${name}[role="button"])`);
  it('by keyboard', async () => {
    await button('Make a brand');
    await page.waitForSelector('#brand-name:focus');
    await hand.type('Harbour Light', 'Tab');
    await hand.type('#1f5fae', 'Tab');
    await hand.type('#5d6470', 'Tab');
    await hand.type('Bar', 'Tab');
    await button('Make this brand');
    await page.waitForFunction(() => !document.querySelector('.p-dialog'));
    await page.waitForFunction(() => document.querySelector('[aria-label="Put on"]')?.textContent?.includes('Harbour'));
    await page.waitForFunction(() => !document.querySelector('[aria-label="To look at"] .progress'));
    await button('Rebrand 4 screens');
    await settled(made);
    const { tokens, ...rest } = await brand();
    expect(tokens['color']?.['buoy']?.$value).toBe('#1f5fae');
    expect(JSON.stringify(rest)).toContain('Barlow');
    expect(hand.count, 'S by keyboard: actions').toBeLessThanOrEqual(8);
  });
  it('by pointer, with a colour that cannot be read first', async () => {
    await button('Make a brand');
    await page.waitForSelector('#brand-name:focus');
    await hand.type('Harbour Light');
    await hand.click('#brand-accent', { triple: true });
    await hand.type('#0aa5a0');
    await page.waitForSelector('::-p-text(Your accent stays as it is.)');
    await hand.click('.wide .quiet-link');
    await page.waitForSelector('::-p-text(AA holds in every look.)');
    await hand.click('#brand-titles');
    await hand.click('::-p-aria(Barlow[role="option"])');
    await button('Make this brand');
    await page.waitForFunction(() => !document.querySelector('.p-dialog'));
    await page.waitForFunction(() => document.querySelector('[aria-label="Put on"]')?.textContent?.includes('Harbour'));
    await page.waitForFunction(() => !document.querySelector('[aria-label="To look at"] .progress'));
    await button('Rebrand 4 screens');
    await settled(made);
    expect(hand.count, 'S by pointer: actions').toBeLessThanOrEqual(10);
    // Nothing that is installed is replaced: the second of that name is another version.
    expect((await desk.project()).appliedKits[0]?.shows).toBe('harbour-light@1.1.0');
    expect(desk.wrong).toEqual([]);
  });
});

describe('a brand from what somebody brings', () => {
  const NOTO = createRequire(import.meta.url).resolve(
    '@expo-google-fonts/noto-sans/400Regular/NotoSans_400Regular.ttf',
  );
  /** The same font with another name for its family, another licence, and another word on embedding. */
  function renamed(family: string, embedding: number): string {
    const bytes = readFileSync(NOTO);
    for (const encoding of ['latin1', 'utf16be'] as const) {
      const write = (text: string): Buffer =>
        encoding === 'latin1' ? Buffer.from(text, 'latin1') : Buffer.from(text, 'utf16le').swap16();
      for (const [was, now] of [
        ['Noto Sans', family],
        ['Open Font', 'Shut Font'],
      ] as const) {
        const [a, b] = [write(was), write(now)];
        for (let at = bytes.indexOf(a); at >= 0; at = bytes.indexOf(a, at + 1)) b.copy(bytes, at);
      }
    }
    for (let i = 0; i < bytes.readUInt16BE(4); i++)
      if (bytes.toString('latin1', 12 + i * 16, 16 + i * 16) === 'OS/2')
        bytes.writeUInt16BE(embedding, bytes.readUInt32BE(20 + i * 16) + 8);
    const path = join(mkdtempSync(join(tmpdir(), 'dekkor-font-')), `${family}.ttf`);
    writeFileSync(path, bytes);
    return path;
  }
  const bring = async (label: string, ...paths: readonly string[]): Promise<void> => {
    const input = (await page.waitForSelector(`[aria-label="${label}"]`)) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(...paths);
  };
  it('takes a font with its licence: what may not be embedded is refused, what is not open is vouched for', async () => {
    await hand.click('::-p-aria(Make a brand[role="button"])');
    await page.waitForSelector('#brand-name:focus');
    await hand.type('Fog Bank');
    const broken = join(mkdtempSync(join(tmpdir(), 'dekkor-font-')), 'broken.ttf');
    writeFileSync(broken, 'no font');
    await bring('Fonts for this brand', renamed('Harm Sans', 2), broken);
    await page.waitForSelector('::-p-text(Harm Sans may not be put into a kit: the font itself forbids to embed it.)');
    await page.waitForSelector('::-p-text(broken.ttf cannot be read as a font)');
    await bring('Fonts for this brand', renamed('Dune Sans', 4));
    await page.waitForSelector('.vouch');
    await expect.poll(() => page.$eval('.vouch', (e) => e.textContent)).toContain('Shut Font');
    const disabled = (): Promise<boolean> =>
      page.$eval('::-p-aria(Make this brand)', (e) => (e as HTMLButtonElement).disabled);
    expect(await disabled()).toBe(true);
    await hand.click('.vouch input');
    await page.waitForFunction(
      () => document.querySelector<HTMLButtonElement>('.p-dialog [type="submit"]')?.disabled === false,
    );
    // An open one is not asked for again.
    await bring('Fonts for this brand', NOTO);
    await page.waitForFunction(() => document.querySelector('.vouch')?.textContent?.includes('Noto Sans') !== true);
    await hand.click('::-p-aria(Make this brand[role="button"])');
    await page.waitForFunction(() => !document.querySelector('.p-dialog'));
    const kit = (await (await fetch(`${desk.house.address}/api/kits/fog-bank@1.0.0/kit.json`)).json()) as {
      fonts: { family: string; file: string }[];
    };
    expect(kit.fonts.map((f) => f.family)).toEqual(['Dune Sans']);
    const file = await fetch(`${desk.house.address}/api/kits/fog-bank@1.0.0/files/${kit.fonts[0]?.file ?? ''}`);
    expect((await file.arrayBuffer()).byteLength).toBe(readFileSync(NOTO).length);
    expect(desk.wrong).toEqual([]);
  });
  it('takes its colours from a file of tokens, and offers what can be read where they cannot', async () => {
    await hand.click('::-p-aria(Make a brand[role="button"])');
    await page.waitForSelector('#brand-name:focus');
    const path = join(mkdtempSync(join(tmpdir(), 'dekkor-tokens-')), 'rape-field.tokens.json');
    const colour = (value: string): object => ({ $type: 'color', $value: value });
    writeFileSync(path, JSON.stringify({ color: { 'on-buoy': colour('#e9a79d'), deep: colour('#10241a') } }));
    await hand.click('#brand-base');
    await hand.click('::-p-aria(Skerry Line 2.1.0[role="option"])');
    const [chooser] = await Promise.all([
      page.waitForFileChooser(),
      hand.click('::-p-aria(Take a file of tokens instead[role="button"])'),
    ]);
    await chooser.accept([path]);
    await page.waitForSelector('::-p-text(The colours of the file stay as they are.)');
    await expect.poll(() => page.$eval('#brand-name', (e) => (e as HTMLInputElement).value)).toBe('rape field tokens');
    await hand.click('.wide .quiet-link');
    await page.waitForSelector('::-p-text(AA holds in every look.)');
    await hand.click('::-p-aria(Make this brand[role="button"])');
    await page.waitForFunction(() => !document.querySelector('.p-dialog'));
    const kit = await (await fetch(`${desk.house.address}/api/kits/rape-field-tokens@1.0.0/kit.json`)).text();
    // What can be read stays as the file has it; what was taken instead stands for the rest.
    expect(kit).toContain('#10241a');
    expect(kit).not.toContain('#e9a79d');
  });
});

describe('settling', () => {
  it('tells its ledger first, rewrites everything as one step, and leaves all as it looks', async () => {
    await page.waitForSelector('[aria-label="Counterpart of Card"]');
    await hand.click('::-p-aria(Rebrand 4 screens)');
    const worn = await settled((x) => x.appliedKits.length > 0);
    const pictures = (p: Project): Promise<string[]> =>
      Promise.all(
        p.screens.map(async (s) =>
          (await (await fetch(`${desk.house.address}/api/projects/${desk.id}/screens/${s.id}.svg`)).text()).replace(
            / id="[^"]*"/gu,
            '',
          ),
        ),
      );
    const before = await pictures(worn);
    await hand.click('::-p-aria(Settle[role="button"])');
    await page.waitForSelector('[aria-label="What is let go"]');
    await expect.poll(() => page.$eval('.settle', (e) => e.textContent)).toMatch(/overrides rewritten.*Lined: on/su);
    await expect
      .poll(() => page.$eval('.settle', (e) => e.textContent))
      .toContain('the other kit, which stays needed.');
    await hand.click('::-p-aria(Settle 4 screens)');
    await page.waitForFunction(() =>
      document
        .querySelector('.p-toast')
        ?.textContent?.includes('Settled. Everything looks as before; undo takes it back.'),
    );
    const p = await settled((x) => x.kits[0] === SKERRY);
    expect(await pictures(p)).toEqual(before);
    expect(
      Object.values(p.screens[0]?.nodes ?? {}).some((n) => n.type === 'instance' && n.component.startsWith(SKERRY)),
    ).toBe(true);
    await pressButton(page, 'button', 'Undo Settle all screens');
    await settled((x) => x.kits[0] === PLYWOOD);
    expect(desk.wrong).toEqual([]);
  });
});

describe('R. all screens of the demo from one kit to another of its own structure, everything that is found mended', () => {
  beforeEach(async () => {
    desk.id = 'norrvik-crossings';
    if ((await desk.project()).appliedKits.length > 0) await undone();
    await page.goto(`${desk.house.address}/p/norrvik-crossings/rebrand`);
    await page.waitForSelector('[aria-label="Put on"]');
    await page.waitForSelector('[aria-label="Counterpart of Card"]');
  });
  /** Puts the demo back into what it wore, as another session would. */
  async function undone(): Promise<void> {
    await page.goto(`${desk.house.address}/p/norrvik-crossings/compose/find`);
    await page.waitForSelector('.screen');
    const given = Object.entries((await desk.project()).editions ?? {}).flatMap(([edition, { from, steps }]) =>
      edition.startsWith('lumen') ? steps.map(({ id }) => ({ do: 'edition', edition, from, id, value: null })) : [],
    );
    await desk.post(`/projects/norrvik-crossings/edits`, {
      base: (
        (await (await fetch(`${desk.house.address}/api/projects/norrvik-crossings`)).json()) as { revision: number }
      ).revision,
      edits: [
        {
          id: `back-${Date.now()}`,
          label: 'Back',
          steps: [{ do: 'appliedKits', value: [] }, { do: 'sheet', key: `${WORN}>${LUMEN}`, value: null }, ...given],
        },
      ],
    });
  }
  const look = (name: string) =>
    `::-p-xpath(//aside[@aria-label="To look at"]//button[starts-with(normalize-space(.), "${name}")])`;
  async function mendedAll(): Promise<void> {
    const p = await settled((x) => x.appliedKits.length > 0);
    expect(p.screens).toHaveLength(13);
    expect(p.appliedKits[0]?.shows).toBe(LUMEN);
    const chosen = Object.values(p.appliedKits[0]?.sheet.pairs ?? {}).filter((x) => x.chosen);
    expect(chosen.map((x) => x.to?.split('/')[1]).sort()).toEqual(['agree', 'headboard', 'view']);
    expect(Object.keys(p.editions ?? {})).toContain('lumen-night-rail/headboard');
    expect(p.matchSheets[`${WORN}>${LUMEN}`]?.dismissed?.length).toBeGreaterThan(0);
    expect(desk.wrong).toEqual([]);
  }
  it('by keyboard', async () => {
    await hand.click('::-p-aria(Put on[role="combobox"])');
    await hand.type('Lumen', 'Enter');
    await tried();
    await page.waitForSelector(look('Mend'));
    await hand.click(look('Mend'));
    await page.waitForSelector('.taken');
    await tried();
    await page.waitForSelector(look('Leave these'));
    await hand.click(look('Leave these'));
    await page.waitForSelector('::-p-text(mended or left as it is)');
    await hand.click('::-p-aria(Rebrand 13 screens)');
    await mendedAll();
    expect(hand.count, 'R by keyboard: actions').toBeLessThanOrEqual(8);
  });
  it('by pointer', async () => {
    await putOn('Lumen Night Rail 1.0.0');
    await tried();
    await hand.click(look('Mend'));
    await page.waitForSelector('.taken');
    await tried();
    await hand.click(look('Leave these'));
    await page.waitForSelector('::-p-text(mended or left as it is)');
    await hand.click('::-p-aria(Rebrand 13 screens)');
    await mendedAll();
    expect(hand.count, 'R by pointer: actions').toBeLessThanOrEqual(10);
  });
});

describe('U. an update of the kit taken for two flows, held back for the third', () => {
  beforeEach(async () => {
    desk.id = 'norrvik-crossings';
    const got = (await (await fetch(`${desk.house.address}/api/projects/norrvik-crossings`)).json()) as {
      revision: number;
      project: Project;
    };
    const { project } = got;
    await desk.post(`/projects/norrvik-crossings/edits`, {
      base: got.revision,
      edits: [
        {
          id: `begin-${Date.now()}`,
          label: 'Begin',
          steps: [
            { do: 'appliedKits', value: [] },
            ...project.screens.map((s) => ({ do: 'screenAppliedKits', screen: s.id, value: null })),
            ...Object.keys(project.matchSheets).map((key) => ({ do: 'sheet', key, value: null })),
          ],
        },
      ],
    });
    await page.goto(`${desk.house.address}/p/norrvik-crossings/compose/find`);
    await page.waitForSelector('.newer');
  });
  async function held(): Promise<void> {
    const p = await settled((x) => x.screens.some((s) => s.appliedKits));
    for (const s of p.screens) expect(s.appliedKits?.[0]?.shows, s.name).toBe(s.flow === 'desk' ? undefined : SKERRY);
    // What was split is shown by what took it over, with all that was chosen on it.
    const cabin = Object.values(p.screens.find((s) => s.id === 'cabin')?.nodes ?? {});
    expect(cabin.filter((n) => n.type === 'instance' && n.component === `${SKERRY}/photo-card`)).toHaveLength(1);
    expect(desk.wrong).toEqual([]);
  }
  const mend = '::-p-xpath(//aside[@aria-label="To look at"]//button[starts-with(normalize-space(.), "Mend")])';
  it('by keyboard', async () => {
    await hand.click('.newer');
    await page.waitForSelector('[aria-label="What the update changes"] li');
    await hand.click('::-p-aria(Screens that are meant[role="combobox"])');
    await hand.type('Deck', 'Enter');
    await page.keyboard.press('Escape');
    await tried();
    await hand.click(mend);
    await tried();
    await hand.click('::-p-aria(Update 10 screens)');
    await held();
    expect(hand.count, 'U by keyboard: actions').toBeLessThanOrEqual(6);
  });
  it('by pointer, and undone in one', async () => {
    await hand.click('.newer');
    await page.waitForSelector('[aria-label="What the update changes"] li');
    await expect.poll(() => page.$eval('.update', (e) => e.textContent)).toContain('under is called second line now');
    await hand.click('#rebrand-on');
    await hand.click('::-p-aria(Deck desk[role="option"])');
    await page.keyboard.press('Escape');
    await tried();
    await hand.click(mend);
    await tried();
    await hand.click('::-p-aria(Update 10 screens)');
    await held();
    expect(hand.count, 'U by pointer: actions').toBeLessThanOrEqual(7);
    await pressButton(page, 'button', 'Undo Update 10 screens to Skerry Line 2.2.0');
    await settled((x) => x.screens.every((s) => !s.appliedKits));
  });
  it('is told of until it is put off, and is there to be put on all the same', async () => {
    await hand.click('.newer');
    await page.waitForSelector('[aria-label="What the update changes"] li');
    await hand.click('::-p-aria(Not now[role="button"])');
    await page.waitForSelector('[aria-label="Wall"], .screen');
    expect(await page.$('.newer')).toBeNull();
    await page.reload();
    await page.waitForSelector('.screen');
    expect(await page.$('.newer')).toBeNull();
    await page.goto(`${desk.house.address}/p/norrvik-crossings/rebrand`);
    await hand.click('::-p-aria(Put on[role="combobox"])');
    await page.waitForSelector('::-p-aria(Skerry Line 2.2.0[role="option"])');
  });
});
