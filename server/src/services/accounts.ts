import { randomBytes, randomUUID } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import type { HelperInput, StartOwn } from '@app/contract';
import { firstShop } from '@app/core';
import { ApiError } from '../errors.ts';
import { personNamed } from '../store/shopParts.ts';
import { addUser, ownerOf, setPassword, type User, userById, userBySignIn } from '../store/users.ts';
import { addWorkshop, demoId } from '../store/workshops.ts';
import type { Deps } from './commands.ts';

/** Checked when the name is unknown, so that an answer takes as long as for a known one. */
const NOBODY = hash(randomBytes(16).toString('hex'));
const NAME_TAKEN = { fields: { signIn: 'This sign-in name is taken.' } };

/** @throws {ApiError} WRONG_SIGN_IN */
export async function signIn(name: string, password: string): Promise<User> {
  const user = await userBySignIn(name);
  const isRight = await verify(user?.passwordHash ?? (await NOBODY), password);
  if (!user || !isRight) throw new ApiError('WRONG_SIGN_IN');
  return user;
}

/** The demo's owner; null when there is no demo. */
export async function demoOwner(): Promise<User | null> {
  const id = await demoId();
  return id === null ? null : ownerOf(id);
}

/** Makes an empty workshop with sensible defaults and its owner. Sent twice, it is made once. */
export async function startOwn(deps: Deps, input: StartOwn): Promise<User> {
  const passwordHash = await hash(input.password);
  return deps.sequelize.transaction(async (transaction) => {
    const again = await userById(input.commandId, transaction);
    if (again) return again;
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
    };
    return addUser(owner, transaction);
  });
}

export async function addHelper(workshopId: string, input: HelperInput): Promise<void> {
  const person = await personNamed(workshopId, input.personId);
  if (!person) throw new ApiError('INVALID_REQUEST', { fields: { personId: 'Choose one of the people.' } });
  if (await userById(input.commandId)) return;
  if (await userBySignIn(input.signIn)) throw new ApiError('NAME_TAKEN', NAME_TAKEN);
  await addUser({
    id: input.commandId,
    workshopId,
    signIn: input.signIn,
    name: person.name,
    role: 'helper',
    personId: person.id,
    passwordHash: await hash(input.password),
    mustChangePassword: true,
  });
}

export async function changePassword(user: User, password: string): Promise<void> {
  if (await verify(user.passwordHash, password))
    throw new ApiError('INVALID_REQUEST', { fields: { password: 'Choose one that is not the old one.' } });
  await setPassword({ id: user.id }, await hash(password), false);
}

/** Gives the demo's owner a one-time password for use beyond this computer; it must be changed at the first sign-in. */
export async function oneTimeDemoPassword(): Promise<string> {
  const password = randomBytes(9).toString('base64url');
  const id = await demoId();
  if (id !== null) await setPassword({ workshop_id: id }, await hash(password), true);
  return password;
}
