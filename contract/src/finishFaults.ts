import './faultWords.ts';
import { object, ValidationError } from 'yup';
import { brief, type PieceFields, survey } from './pieceFields.ts';

const FINISH = object({ survey, brief });

export type FieldFault = { readonly path: string; readonly words: string };

/** What of a piece’s state and of what becomes of it cannot be, field by field; a route is built only where that is nothing. */
export function finishFaults({ survey: found, brief: wished }: Pick<PieceFields, 'survey' | 'brief'>): FieldFault[] {
  try {
    FINISH.validateSync({ survey: found, brief: wished }, { abortEarly: false });
    return [];
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return error.inner.map((f) => ({ path: f.path ?? '', words: f.message }));
  }
}
