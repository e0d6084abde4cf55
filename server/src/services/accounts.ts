import { randomBytes, randomUUID } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import type { HelperInput, HelperView, StartOwn } from '@app/contract';
import { firstShop } from '@app/core';
import { ApiError } from '../errors.ts';
import { personNamed } from '../store/shopParts.ts';
import {
  addUser,
  helpersOf,
  lockSignIn,
  ownerOf,
  removeHelperUsers,
  setPassword,
  type User,
  userById,
  userBySignIn,
} from '../store/users.ts';
import { addWorkshop, demoId } from '../store/workshops.ts';
import type { Deps } from './commands.ts';

/** Checked when the name is unknown, so that an answer takes as long as for a known one. */
const NOBODY = hash(randomBytes(16).toString('hex'));
const NAME_TAKEN = { fields: { signIn: 'This sign-in name is taken.' } };

/** @throws {ApiError} WRONG_SIGN_IN, also for somebody who is not of the shop any more */
export async function signIn(name: string, password: string): Promise<User> {
  const user = await userBySignIn(name);
  const isRight = await verify(user?.passwordHash ?? (await NOBODY), password);
  if (!user || !isRight || !(await isStillThere(user))) throw new ApiError('WRONG_SIGN_IN');
  return user;
}

/** A helper who was taken out of the shop's people can do nothing any more. */
export const isStillThere = async ({ role, personId, workshopId }: User): Promise<boolean> =>
  role === 'owner' || (personId !== null && (await personNamed(workshopId, personId)) !== null);

/** The demo's owner; null when there is no demo. */
export async function demoOwner(): Promise<User | null> {
  const id = await demoId();
  return id === null ? null : ownerOf(id);
}

/**
 * Makes an empty workshop with sensible defaults and its owner. Sent twice, it is made once; to be known again one has to
 * know the password, since an id is no secret.
 */
export async function startOwn(deps: Deps, input: StartOwn): Promise<User> {
  const passwordHash = await hash(input.password);
  return deps.sequelize.transaction(async (transaction) => {
    await lockSignIn(input.signIn, input.commandId, transaction);
    const again = await userById(input.commandId, transaction);
    if (again) return theSame(again, input, again.role === 'owner');
    if (await userBySignIn(input.signIn, transaction)) throw new ApiError('NAME_TAKEN', NAME_TAKEN);
    const id = randomUUID();
    const shop = firstShop(input.timeZone, input.ownerName);
    const units = input.units === 'us' ? 'us' : 'metric';
    await addWorkshop({ id, name: input.workshopName, units, isDemo: false, shop }, transaction);
    const owner: User = {
      id: input.commandId,
      workshopId: id,
      signIn: input.signIn,
      name: input.ownerName,
      role: 'owner',
      personId: 'owner',
      passwordHash,
      mustChangePassword: false,
      credential: 0,
    };
    return addUser(owner, transaction);
  });
}

/** The user that was made with an id, for whoever says the same again. @throws {ApiError} ID_USED for anybody else */
async function theSame(
  user: User,
  input: { readonly signIn: string; readonly password: string },
  isAlike: boolean,
): Promise<User> {
  const isSame = isAlike && user.signIn === input.signIn && (await verify(user.passwordHash, input.password));
  if (!isSame) throw new ApiError('ID_USED');
  return user;
}

/** Gives somebody of the shop a sign-in. Sent twice, it is made once. */
export async function addHelper(deps: Deps, workshopId: string, input: HelperInput): Promise<void> {
  const person = await personNamed(workshopId, input.personId);
  if (!person) throw new ApiError('INVALID_REQUEST', { fields: { personId: 'Choose one of the people.' } });
  const passwordHash = await hash(input.password);
  await deps.sequelize.transaction(async (transaction) => {
    await lockSignIn(input.signIn, input.commandId, transaction);
    const again = await userById(input.commandId, transaction);
    if (again) {
      await theSame(again, input, again.workshopId === workshopId && again.personId === person.id);
      return;
    }
    if (await userBySignIn(input.signIn, transaction)) throw new ApiError('NAME_TAKEN', NAME_TAKEN);
    await addUser(
      {
        id: input.commandId,
        workshopId,
        signIn: input.signIn,
        name: person.name,
        role: 'helper',
        personId: person.id,
        passwordHash,
        mustChangePassword: true,
        credential: 0,
      },
      transaction,
    );
  });
}

/** Who of a shop can sign in beside its owner. */
export async function helpers(workshopId: string): Promise<HelperView[]> {
  const all = await helpersOf(workshopId);
  return all.map(({ personId, signIn }) => ({ personId: personId ?? '', signIn }));
}

/** Takes a helper's sign-ins away; what they have open ends. @throws {ApiError} NOT_FOUND when they have none */
export async function removeHelper(deps: Deps, workshopId: string, personId: string): Promise<void> {
  const ended = await removeHelperUsers(workshopId, personId);
  if (ended.length === 0) throw new ApiError('NOT_FOUND');
  for (const id of ended) deps.events.end(id);
}

/** A new password for somebody who knows the old one; whatever else is signed in as them ends. @returns them as they are now */
export async function changePassword(deps: Deps, user: User, old: string, password: string): Promise<User> {
  const wrong = (field: string, words: string) => new ApiError('INVALID_REQUEST', { fields: { [field]: words } });
  if (!(await verify(user.passwordHash, old))) throw wrong('old', 'This is not the password you have now.');
  if (old === password) throw wrong('password', 'Choose one that is not the old one.');
  await setPassword({ id: user.id }, await hash(password), false);
  deps.events.end(user.id);
  return (await userById(user.id)) ?? user;
}

/** Gives the demo its printed password back, after a start for the local network put a one-time one in its place. */
export async function printedDemoPassword(password: string): Promise<void> {
  const owner = await demoOwner();
  if (owner?.mustChangePassword) await setPassword({ id: owner.id }, await hash(password), false);
}

/** Gives the demo's owner a one-time password for use beyond this computer; it must be changed at the first sign-in. */
export async function oneTimeDemoPassword(): Promise<string> {
  const password = randomBytes(9).toString('base64url');
  const id = await demoId();
  if (id !== null) await setPassword({ workshop_id: id }, await hash(password), true);
  return password;
}
