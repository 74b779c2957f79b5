import * as yup from 'yup';
import { BELIEF_KINDS, type BeliefKind } from '../core/beliefs/changes.ts';
import { id, text } from './fields.ts';

const kind = () => yup.string<BeliefKind>().oneOf(BELIEF_KINDS, `must be one of ${BELIEF_KINDS.join(', ')}`);

/** One change of a number that the diagnosis reckons with; a value of null puts the catalogue's back. */
export const beliefChangeSchema = yup.object({
  id: id(),
  kind: kind().required('is needed'),
  about: yup.string().defined('is needed').max(120, 'must have at most 120 characters'),
  value: yup.mixed().nullable().defined('is needed; null puts the catalogue’s back'),
  note: text(500),
});

/** Which numbers go back to the catalogue's: of one kind, or all where none is given. */
export const beliefResetSchema = yup.object({ kind: kind().nullable() });

/** All numbers of a practice from a file that was saved before, here or elsewhere. */
export const beliefImportSchema = yup.object({ beliefs: yup.mixed().required('are needed'), fileName: text(200) });
