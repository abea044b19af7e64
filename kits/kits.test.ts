import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Ajv2020, type AnySchema } from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import {
  blankScreen,
  buildPieces,
  composite,
  componentsInOrder,
  contrast,
  kitRef,
  gradeWhole,
  layout,
  layoutNode,
  misfits,
  modesOf,
  qualify,
  resolve,
  readKit,
  readPlaceLine,
  resolveSample,
  emptyProject,
  type Box,
  type Kit,
  type Override,
  tokenMeaning,
  tokenValue,
  vocabulary,
  type World,
} from '../core/index.js';
import { shippedKits } from '../testing/browser/shippedKits.js';
import { folderOf, KITS, kitText } from './make/main.js';

const shipped = shippedKits();
const { fonts } = shipped;
const json = (kit: { readonly id: string; readonly version: string }): unknown => {
  const source = KITS.find((k) => k['id'] === kit.id && k['version'] === kit.version);
  if (!source) throw new Error(`${kit.id} has no source`);
  return JSON.parse(readFileSync(fileURLToPath(new URL(`./${folderOf(source)}/kit.json`, import.meta.url)), 'utf8'));
};
/** All that is shipped: versions that stand ready as updates, too. */
const kits = new Map(shipped.kits);
for (const k of KITS) {
  const ref = `${String(k['id'])}@${String(k['version'])}`;
  if (kits.has(ref)) continue;
  const { value } = readKit(json({ id: String(k['id']), version: String(k['version']) }), { bases: kits });
  if (value) kits.set(ref, value);
}
const all = [...kits.values()];
const full = all.filter((k) => !k.basedOn);
/** Those over the same roles. */
const alike = full.filter((k) => k.id !== 'lumen-night-rail');
const world = (kit: Kit): World => ({ project: emptyProject('k', 'K', kitRef(kit)), kits });

const counter = (): (() => string) => {
  let n = 0;
  return () => `n${++n}`;
};

/** Texts with what lies behind them. */
function texts(box: Box, behind = '#ffffff'): { box: Box; behind: string }[] {
  const fill = box.node.look.fill ? composite(box.node.look.fill, behind) : behind;
  return [
    ...(box.para && box.node.text !== '' && box.node.look.visible ? [{ box, behind: fill }] : []),
    ...box.children.flatMap((c) => texts(c, fill)),
  ];
}
const drawn = (kit: Kit, id: string, overrides: readonly Override[], width = 358, mode = ''): Box =>
  layoutNode(
    resolveSample(world(kit), `${kitRef(kit)}/${id}`, overrides, { width: Math.max(width, 390), mode }),
    fonts,
    width,
    undefined,
  );
/** The ground of a screen in a mode. */
const page = (kit: Kit, mode: string): string => String(tokenValue(kit, tokenMeaning(kit, 'page')?.path ?? '', mode));

describe.each(all.map((k) => [`${k.name} ${k.version}`, k] as const))('%s', (_, kit) => {
  it('is what its source makes, and is read without a problem', () => {
    const source = KITS.find((k) => k['id'] === kit.id && k['version'] === kit.version);
    expect(JSON.parse(kitText(source))).toEqual(json(kit));
    const { value, problems } = readKit(json(kit), { bases: kits });
    expect(problems).toEqual([]);
    expect(JSON.parse(JSON.stringify(value))).toStrictEqual(value);
  });
  it('fits the schema that is published for kits', () => {
    const read = (path: string): unknown =>
      JSON.parse(readFileSync(fileURLToPath(new URL(path, import.meta.url)), 'utf8'));
    const check = new Ajv2020({ allErrors: true }).compile(read('../docs/kit.schema.json') as AnySchema);
    expect(check(json(kit)), JSON.stringify(check.errors?.slice(0, 3))).toBe(true);
    expect(check({ ...(json(kit) as object), version: 'new', components: [{ id: 'x' }] })).toBe(false);
  });
  it.each(['', ...modesOf(kit)])(
    'has text of AA contrast in every component, at rest and in each state (mode: %s)',
    (mode) => {
      for (const c of componentsInOrder(kit)) {
        const state = c.contract.props.find((p) => p.means === 'state');
        for (const shown of state?.options ?? [null]) {
          if (shown?.means === 'disabled') continue; // WCAG 1.4.3 leaves inactive controls out.
          const overrides: Override[] =
            state && shown
              ? [{ home: `${kitRef(kit)}/${c.id}`, at: [], kind: 'prop', name: state.id, value: shown.id }]
              : [];
          for (const { box, behind } of texts(drawn(kit, c.id, overrides, 358, mode), page(kit, mode))) {
            const large = (box.node.look.textStyle?.size ?? 16) >= 24;
            const ratio = contrast(box.node.look.color, behind);
            expect(
              ratio,
              `${c.name}, ${shown?.name ?? 'at rest'}: “${box.node.text}” ${box.node.look.color} on ${behind}`,
            ).toBeGreaterThanOrEqual(large ? 3 : 4.5);
          }
        }
      }
    },
  );
});

describe('the full kits', () => {
  it('have at least 70 components each; those of one structure over the same roles', () => {
    const roles = (k: Kit): readonly string[] => [...new Set(componentsInOrder(k).map((c) => c.role))].sort();
    for (const k of full) expect(componentsInOrder(k).length, `${k.name} ${k.version}`).toBeGreaterThanOrEqual(70);
    const [plywood, skerry] = alike.map(roles);
    expect(skerry).toEqual(plywood);
    const lumen = new Set(full.filter((k) => !alike.includes(k)).flatMap(roles));
    // Some of theirs are missing there, and some are nowhere else.
    expect(plywood?.filter((r) => !lumen.has(r))).toEqual(['carousel', 'hero', 'map', 'switch', 'video']);
    expect([...lumen].filter((r) => !plywood?.includes(r))).toEqual(['berths', 'board', 'quote']);
  });
  it('have docs pages whose samples place what they are about', () => {
    for (const k of full) {
      const things = vocabulary(k);
      for (const c of componentsInOrder(k)) {
        const lines =
          /```sample\n([\s\S]*?)```/u
            .exec(c.docs ?? '')?.[1]
            ?.trim()
            .split('\n') ?? [];
        expect(lines.length, `${k.name}, ${c.name}`).toBeGreaterThan(0);
        const placed = lines.flatMap((line) => {
          const plan = readPlaceLine(line, things, k);
          expect(plan.problem, `${k.name}: ${line}`).toBeNull();
          return Object.values(buildPieces(plan, counter()).flatMap((p) => Object.values(p.nodes)));
        });
        expect(
          placed.some((n) => n.type === 'instance' && n.component === `${kitRef(k)}/${c.id}`),
          `${k.name}: a sample of ${c.name}`,
        ).toBe(true);
      }
    }
  });
  it.each(full.map((k) => [`${k.name} ${k.version}`, k] as const))(
    '%s falls short of nothing: read, and drawn with labels of 2 and 60 signs in rooms from 280 to 1600 px',
    (_, k) => {
      const { lines, share } = gradeWhole(k, kits, fonts);
      for (const l of lines) expect(l.short, l.what).toEqual([]);
      expect(lines).toHaveLength(13);
      expect(share).toBe(1);
    },
  );
  it('call the same meanings otherwise, so that carrying has real work', () => {
    const names = (k: Kit | undefined): Set<string> =>
      new Set(k ? componentsInOrder(k).flatMap((c) => c.contract.props.map((p) => `${c.role}.${p.id}`)) : []);
    for (const [a, b] of [
      ['plywood', 'skerry-line'],
      ['skerry-line', 'lumen-night-rail'],
    ]) {
      const [x, y] = [a, b].map((id) => names(full.find((k) => k.id === id)));
      const same = [...(x ?? [])].filter((n) => y?.has(n)).length;
      expect(same / (x?.size ?? 1), `${a} and ${b}`).toBeLessThan(0.45);
    }
  });
  it('give every interactive component its states', () => {
    for (const k of full)
      for (const c of componentsInOrder(k))
        if (
          ['button', 'iconbutton', 'link', 'textbox', 'combobox', 'checkbox', 'switch', 'radio', 'chip'].includes(
            c.role,
          )
        )
          expect(c.contract.states, `${k.name} ${c.name}`).toEqual(expect.arrayContaining(['focus', 'hover']));
  });
  it('have sections, and page starters for phone, tablet and desktop', () => {
    for (const k of full) {
      expect(k.templates.filter((t) => t.kind === 'section').length, k.name).toBeGreaterThanOrEqual(2);
      expect(new Set(k.templates.filter((t) => t.kind === 'page').map((t) => t.device)), k.name).toEqual(
        new Set(['phone', 'tablet', 'desktop']),
      );
    }
  });
  it('have page starters on which everything fits, from 320 to 1600 px', () => {
    for (const k of full)
      for (const t of k.templates.filter((x) => x.kind === 'page'))
        for (const width of [320, 390, 600, 834, 1024, 1280, 1600]) {
          const nodes = qualify(t.nodes, kitRef(k));
          const screen = { ...blankScreen('s', 'S', 'flow-1', 'custom', width, 844), root: t.root, nodes };
          const found = misfits(layout(resolve({ ...world(k) }, screen), fonts));
          expect(
            found.map((f) => `${f.name} ${f.what}`),
            `${k.name}, ${t.name} at ${width} px`,
          ).toEqual([]);
        }
  });
});
