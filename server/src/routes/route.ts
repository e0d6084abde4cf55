import type { Request, Response } from 'express';
import type { InferType, Schema } from 'yup';
import type { AppOptions } from '../options.ts';
import type { Actor } from '../services/commands.ts';
import type { TableName } from '../store/records.ts';
import type { User } from '../store/users.ts';

/**
 * Who may call a route. `anyone`: without signing in. `signed-in`: also somebody who must choose a password first.
 * `helper`: everybody of a workshop. `owner`: its owner only.
 */
const ACCESS = ['anyone', 'signed-in', 'helper', 'owner'] as const;
export type Access = (typeof ACCESS)[number];

/** What a route's service is given: who calls (as far as the access says), what the path names, and the checked body. */
export type Call<A extends Access = Access, Body = unknown> = {
  readonly options: AppOptions;
  readonly deps: AppOptions['deps'];
  readonly actor: A extends 'helper' | 'owner' ? Actor : null;
  readonly user: A extends 'anyone' ? User | null : User;
  readonly id: string;
  readonly body: Body;
  readonly req: Request;
  readonly res: Response;
};

/** What `:id` in the path is, which must be of the caller's own workshop; null: the path names nothing of it. */
type Owned = TableName | 'changes' | null;

/** One line of the table from which registration, docs/api.md and the tests of rights follow. */
export type Route<A extends Access = Access, S extends Schema | null = Schema | null> = {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Under /api. */
  readonly path: string;
  readonly access: A;
  readonly owned: Owned;
  /** What it does, for the docs. */
  readonly does: string;
  readonly body: S;
  /** A schema of the JSON; or a picture, a calendar, a page or a stream of events, which the service sends itself. */
  readonly answer: Schema | 'picture' | 'calendar' | 'page' | 'events';
  readonly status?: 201;
  /** A photo comes with it, as multipart form data. */
  readonly takesPhoto?: true;
  /** Tries that fail are counted, and too many refused. */
  readonly isGuarded?: true;
  readonly run: (call: Call<A, S extends Schema ? InferType<S> : null>) => Promise<unknown>;
};

/** Fixes the types of one route, then forgets them, so that all can stand in one table. */
export const route = <const A extends Access, S extends Schema | null>(r: Route<A, S>): Route => r;
