import * as yup from 'yup';
import { editEnvelope, EXPORT_KIND_NAMES, LINK_RIGHTS, MOST_STEPS, type Edit } from '../core/index.js';
import { FORMS } from './exports/index.js';
import type { NewLink } from './reviews.js';
import { MOST_EVENTS } from './usability.js';

/** The one description of every request body. What an edit holds is checked by the core, to the bottom, as it is done. */
const id = yup
  .string()
  .strict()
  .required()
  .max(120)
  .matches(/^[A-Za-z0-9][\w.~@-]*$/u, '${path} is not an id');
const ref = yup.string().strict().required().max(240);
/** A name that can be read and printed everywhere: something in it, no control characters, whole characters only. */
const name = yup
  .string()
  .strict()
  .required()
  .max(200)
  .matches(/^[^\u0000-\u001f\u007f\u2028\u2029]*$/u, '${path} must be one line without control characters')
  .matches(/[^\s\p{Cf}\p{Cs}]/u, '${path} must not be blank');

const edit = yup
  .mixed()
  .required()
  .test('edit', (value, context) => {
    const bad = editEnvelope(value, context.path);
    return bad ? context.createError({ message: `${bad.where} ${bad.wrong}` }) : true;
  });

/** At most so many edits are taken at once. */
const MOST_EDITS = 500;

export const editsBody = yup
  .object({
    base: yup.number().strict().required().integer().min(0),
    edits: yup
      .array(edit)
      .strict()
      .required()
      .min(1)
      .max(MOST_EDITS)
      .test(
        'many',
        `at most ${MOST_STEPS} steps are taken at once`,
        (all) =>
          (all as unknown as readonly (Edit | null)[]).reduce((n, e) => n + (e?.steps?.length ?? 0), 0) <= MOST_STEPS,
      ),
  })
  .strict()
  .noUnknown();
export const newProjectBody = yup
  .object({
    id: id.optional().default(undefined),
    name,
    kit: ref,
  })
  .strict()
  .noUnknown();
export const renameBody = yup.object({ name }).strict().noUnknown();

export type NewProjectBody = yup.InferType<typeof newProjectBody>;
export type RenameBody = yup.InferType<typeof renameBody>;
export interface EditsBody {
  readonly base: number;
  readonly edits: readonly Edit[];
}

const words = (most: number) => yup.string().strict().trim().required().max(most);
const part = yup.number().strict().required().min(-10).max(10);
const px = yup.number().strict().required().min(-100_000).max(100_000);
export const commentBody = yup
  .object({
    parent: yup.string().strict().max(60),
    screen: yup.string().strict().required().max(160),
    node: yup.string().strict().max(200),
    place: yup.object({ fx: part, fy: part, x: px, y: px }).required().noUnknown(),
    author: yup.string().strict().max(200).default(''),
    words: yup.string().strict().max(200_000).default(''),
  })
  .noUnknown();
export const sessionBody = yup
  .object({
    outcome: yup
      .string()
      .oneOf(['done', 'given up', 'left'] as const)
      .required(),
    took: yup.number().strict().required().min(0).max(86_400_000),
    events: yup
      .array(
        yup
          .object({
            ms: yup.number().strict().required().min(0).max(86_400_000),
            kind: yup
              .string()
              .oneOf(['press', 'screen', 'key'] as const)
              .required(),
            screen: yup.string().strict().required().max(160),
            x: yup.number().strict().min(-100_000).max(100_000),
            y: yup.number().strict().min(-100_000).max(100_000),
            node: yup.string().strict().max(200),
            hit: yup.boolean().strict(),
          })
          .noUnknown()
          .required(),
      )
      .strict()
      .required()
      .max(MOST_EVENTS),
  })
  .noUnknown();
export const linkBody = yup
  .object({
    name: words(120),
    scope: yup.mixed<NewLink['scope']>().required().test('scope', 'scope is all, a flow, or screens', isScope),
    rights: yup.array(yup.string().oneOf(LINK_RIGHTS).required()).strict().required().max(LINK_RIGHTS.length),
    revision: yup.number().strict().integer().min(0).nullable().default(null),
    phrase: yup.string().strict().max(200).default(''),
    endsAt: yup
      .string()
      .strict()
      .nullable()
      .default(null)
      .test(
        'date',
        'endsAt is a time as ISO 8601 says it',
        (v) => v === null || v === undefined || !Number.isNaN(Date.parse(v)),
      ),
  })
  .noUnknown();
function isScope(v: unknown): boolean {
  if (typeof v !== 'object' || v === null) return false;
  const keys = Object.keys(v);
  if (keys.length !== 1) return false;
  const s = v as Record<string, unknown>;
  return (
    s['all'] === true ||
    (typeof s['flow'] === 'string' && s['flow'].length <= 160) ||
    (Array.isArray(s['screens']) &&
      s['screens'].length > 0 &&
      s['screens'].length <= 2000 &&
      s['screens'].every((x) => typeof x === 'string' && x.length <= 160))
  );
}
/** At most so many screens are exported or printed at once. */
const MOST_SCREENS = 2000;
export const contactSheetBody = yup.object({
  kind: yup.string().oneOf(['pdf', 'png']).required(),
  screens: yup.array(yup.string().max(160).required()).max(MOST_SCREENS).required(),
  lens: yup.string().max(240),
  mode: yup.string().max(60),
  in: yup.string().max(120),
  /** Other brands and modes that each screen stands in beside itself. */
  beside: yup
    .array(
      yup.object({
        lens: yup.string().max(240),
        mode: yup.string().max(60),
        name: yup.string().max(120).required(),
      }),
    )
    .max(3),
});
export const exportBody = yup
  .object({
    kind: yup.string().oneOf(EXPORT_KIND_NAMES).required(),
    screens: yup.array(yup.string().max(160).required()).max(MOST_SCREENS).required(),
    lens: yup.string().max(240),
    mode: yup.string().max(60),
    in: yup.string().max(120),
    scale: yup.number().min(0.1).max(4),
    /** What icons and assets are made as: SVG, and PNG at 1 to 4 times their size. */
    forms: yup.array(yup.string().oneOf(FORMS).required()).min(1).max(FORMS.length),
    /** What files are called: `{name}`, `{flow}`, `{number}`, `{scale}`, and for pieces `{screen}` stand for what they say. */
    pattern: yup.string().max(120),
  })
  .noUnknown();
export const versionBody = yup
  .object({ name: words(120), revision: yup.number().strict().integer().min(0) })
  .noUnknown();
export const testBody = yup.object({ task: words(500), start: words(160), goal: words(160) }).noUnknown();
export const phraseBody = yup.object({ phrase: yup.string().strict().max(200).default('') }).noUnknown();
export const revokedBody = yup.object({ revoked: yup.boolean().strict().required() }).noUnknown();
export const resolvedBody = yup.object({ resolved: yup.boolean().strict().required() }).noUnknown();
export const closedBody = yup.object({ closed: yup.boolean().strict().required() }).noUnknown();
export const hiddenBody = yup.object({ hidden: yup.boolean().strict().required() });

export type CommentBody = yup.InferType<typeof commentBody>;
export type SessionBody = yup.InferType<typeof sessionBody>;
export type VersionBody = yup.InferType<typeof versionBody>;
export type TestBody = yup.InferType<typeof testBody>;
export type PhraseBody = yup.InferType<typeof phraseBody>;
export type RevokedBody = yup.InferType<typeof revokedBody>;
export type ResolvedBody = yup.InferType<typeof resolvedBody>;
export type ClosedBody = yup.InferType<typeof closedBody>;
export type HiddenBody = yup.InferType<typeof hiddenBody>;
export type ContactSheetBody = yup.InferType<typeof contactSheetBody>;
export type ExportBody = yup.InferType<typeof exportBody>;
