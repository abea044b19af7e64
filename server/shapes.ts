import * as yup from 'yup';
import type { Edit } from '../core/index.js';

/** The one description of every request body. */
const id = yup
  .string()
  .strict()
  .required()
  .max(120)
  .matches(/^[A-Za-z0-9][\w.~@-]*$/u, '${path} is not an id');
const ref = yup.string().strict().required().max(240);
const tree = yup
  .string()
  .strict()
  .required()
  .matches(/^(?:screen|original):[\w.~-]+$/u, '${path} names no tree');
const plain = yup.object().strict().required();

/** Names that would reach into objects themselves are refused wherever keys are free. */
const safeKeys = (value: unknown): boolean => typeof value !== 'object' || value === null || Object.keys(value).every((k) => k !== '__proto__' && k !== 'constructor' && k !== 'prototype');

const setting = yup
  .object({
    home: ref,
    leaf: yup.string().strict().max(240),
    at: yup.array(yup.string().strict().required().max(120)).strict().required().max(40),
    kind: yup.string().strict().oneOf(['prop', 'attr']).required(),
    name: yup.string().strict().required().max(120),
    value: yup
      .mixed()
      .test('json', '${path} has no value', (v) => v !== undefined)
      .nullable(),
    when: yup.object().strict().default(undefined),
  })
  .strict()
  .noUnknown();

const entry = yup
  .object({
    key: id,
    settings: yup.lazy((v: unknown) =>
      yup
        .object(Object.fromEntries(Object.keys((v ?? {}) as object).map((k) => [k, yup.array(setting).strict().required().max(2000)])))
        .strict()
        .required()
        .test('keys', '${path} has a forbidden name', safeKeys),
    ) as never,
  })
  .strict()
  .noUnknown();
const into = yup
  .object({
    parent: id,
    slot: yup
      .object({ home: ref, slot: yup.string().strict().required().max(120) })
      .strict()
      .default(undefined),
  })
  .strict()
  .noUnknown();

const node = yup.lazy((value: unknown) => {
  const type = typeof value === 'object' && value !== null ? (value as { type?: unknown }).type : undefined;
  const common = {
    id,
    type: yup.string().strict().oneOf(['box', 'text', 'icon', 'image', 'shape', 'instance', 'slot', 'series']).required(),
    name: yup.string().strict().max(400),
    means: yup.string().strict().max(120),
    attrs: plain.test('keys', '${path} has a forbidden name', safeKeys),
    bind: yup.object().strict().default(undefined),
    was: yup.object().strict().default(undefined),
  };
  const ids = yup.array(id).strict().required().max(20_000);
  if (type === 'box')
    return yup
      .object({ ...common, children: ids })
      .strict()
      .noUnknown();
  if (type === 'instance') {
    return yup
      .object({
        ...common,
        component: ref,
        placed: yup.string().strict().max(240),
        settings: yup.array(setting).strict().required().max(2000),
        fills: yup
          .array(yup.object({ home: ref, slot: yup.string().strict().required(), children: ids }).strict().noUnknown())
          .strict()
          .required()
          .max(100),
      })
      .strict()
      .noUnknown();
  }
  if (type === 'series')
    return yup
      .object({ ...common, item: id, of: yup.string().strict(), rows: yup.string().strict().max(120), entries: yup.array(entry).strict().required().max(5000) })
      .strict()
      .noUnknown();
  if (type === 'slot')
    return yup
      .object({ ...common, slot: yup.string().strict().required() })
      .strict()
      .noUnknown();
  return yup.object(common).strict().noUnknown();
});

const nodes = yup.lazy((value: unknown) => {
  const all = typeof value === 'object' && value !== null && !Array.isArray(value) ? Object.keys(value) : [];
  return yup
    .object(Object.fromEntries(all.map((k) => [k, node])))
    .strict()
    .required()
    .test('ids', '${path} has nodes under other names than their own', (v) => Object.entries(v as Record<string, { id?: unknown }>).every(([k, n]) => n.id === k))
    .test('keys', '${path} has a forbidden name', safeKeys)
    .test('many', '${path} has more than 20000 nodes', () => all.length <= 20_000);
});

const after = yup.string().strict().defined().nullable().max(120);
const screen = yup
  .object({
    id,
    name: yup.string().strict().required().max(200),
    flow: id,
    device: yup.string().strict().oneOf(['phone', 'tablet', 'desktop', 'custom']).required(),
    width: yup.number().strict().required().min(40).max(10_000),
    height: yup.number().strict().defined().nullable().min(40).max(50_000),
    root: id,
    nodes,
    wears: yup.array(plain).strict(),
  })
  .strict()
  .noUnknown();

const wear = yup.object({ kit: ref, shows: ref, sheet: plain }).strict().noUnknown();
const keyed = (key: string): Record<string, yup.Schema> => ({ [key]: id, value: yup.mixed().defined().nullable() });

const STEPS: Readonly<Record<string, Record<string, yup.Schema | yup.Lazy<unknown>>>> = {
  insert: { tree, root: id, nodes: nodes as never, into, after },
  remove: { tree, node: id },
  move: { tree, node: id, into, after },
  set: {
    tree,
    node: id,
    field: yup
      .string()
      .strict()
      .required()
      .max(80)
      .matches(/^(?:attrs\.)?[A-Za-z]+$/u),
    value: yup.mixed().defined().nullable(),
  },
  setting: {
    tree,
    node: id,
    key: yup.string().strict().required().max(2000),
    value: setting.nullable().defined(),
    after: yup.string().strict().nullable(),
    entry: yup.object({ series: id, key: id }).strict().noUnknown().default(undefined) as never,
  },
  insertScreen: { screen, after },
  removeScreen: { screen: id },
  moveScreen: { screen: id, flow: id, after },
  setScreen: { screen: id, field: yup.string().strict().oneOf(['name', 'device', 'width', 'height']).required(), value: yup.mixed().defined().nullable() },
  name: { value: yup.string().strict().required().max(200) },
  kits: { value: yup.array(ref).strict().required().min(1).max(100) },
  wears: { value: yup.array(wear).strict().required().max(100) },
  screenWears: { screen: id, value: yup.array(wear).strict().max(100).defined().nullable() },
  sheet: { key: yup.string().strict().required().max(500), value: plain.nullable().defined() },
  contentSet: keyed('set') as Record<string, yup.Schema>,
  original: keyed('original') as Record<string, yup.Schema>,
  flow: {
    flow: id,
    value: yup
      .object({ id, name: yup.string().strict().required().max(200) })
      .strict()
      .noUnknown()
      .nullable()
      .defined(),
    after,
  },
};

const step = yup.lazy((value: unknown) => {
  const kind = typeof value === 'object' && value !== null ? String((value as { do?: unknown }).do) : '';
  const fields = Object.hasOwn(STEPS, kind) ? STEPS[kind] : undefined;
  if (!fields) return yup.mixed().test('kind', `there is no step “${kind.slice(0, 40)}”`, () => false);
  return yup
    .object({ do: yup.string().strict().required(), ifThere: yup.boolean().strict(), ...(fields as Record<string, yup.Schema>) })
    .strict()
    .noUnknown();
});

const edit = yup
  .object({
    id,
    label: yup.string().strict().required().max(300),
    steps: yup
      .array(step as never)
      .strict()
      .required()
      .min(1)
      .max(20_000),
  })
  .strict()
  .noUnknown();

export const editsBody = yup
  .object({ base: yup.number().strict().required().integer().min(0), edits: yup.array(edit).strict().required().min(1).max(500) })
  .strict()
  .noUnknown();
export const newProjectBody = yup
  .object({ id: id.optional().default(undefined), name: yup.string().strict().required().trim().min(1).max(200), kit: ref })
  .strict()
  .noUnknown();
export const renameBody = yup
  .object({ name: yup.string().strict().required().min(1).max(200) })
  .strict()
  .noUnknown();

export interface EditsBody {
  readonly base: number;
  readonly edits: readonly Edit[];
}
