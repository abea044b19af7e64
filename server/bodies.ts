import * as yup from 'yup';
import { editEnvelope, MOST_STEPS, type Edit } from '../core/index.js';

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

export interface EditsBody {
  readonly base: number;
  readonly edits: readonly Edit[];
}
