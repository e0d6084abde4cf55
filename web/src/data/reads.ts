import { SessionSchema, type SessionView, ViewSchema, type WorkshopView } from '@app/contract';
import useSWR, { type SWRConfiguration, type SWRResponse } from 'swr';
import type { Schema } from 'yup';
import { send } from './api.ts';

/**
 * What the server is asked for, by the key it is kept under: one line a read. Every screen reads through `useRead`; what a
 * command changes it says in its answer, which is laid upon what is kept (docs/decisions/0013).
 */
type Read<T> = { readonly path: string; readonly schema: Schema<T> };
export const SESSION: Read<SessionView> = { path: '/session', schema: SessionSchema };
export const VIEW: Read<WorkshopView> = { path: '/view', schema: ViewSchema };

export const useRead = <T>({ path, schema }: Read<T>, config: SWRConfiguration<T, Error> = {}): SWRResponse<T, Error> =>
  useSWR<T, Error>(path, () => send(schema, 'GET', path), config);

/** Who is signed in, and what they must do first. */
export const useSession = () => useRead(SESSION);
