import { randomBytes, randomUUID } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { firstShop } from '@app/core';
import type { HelperInput, StartOwn } from '@app/contract';
import { fn, col, where as sqlWhere } from 'sequelize';
import { ApiError } from '../errors.ts';
import { PersonRow, PlaceRow, StationRow, ToolRow, UserRow, WorkshopRow } from '../store/models.ts';
import type { Deps } from './commands.ts';

const bySignIn = (signIn: string) => sqlWhere(fn('lower', col('sign_in')), signIn.toLowerCase());
/** Checked when the name is unknown, so that an answer takes as long as for a known one. */
const NOBODY = hash(randomBytes(16).toString('hex'));

/** @throws {ApiError} WRONG_SIGN_IN */
export async function signIn(name: string, password: string): Promise<UserRow> {
  const user = await UserRow.findOne({ where: bySignIn(name) });
  const isRight = await verify(user?.password_hash ?? (await NOBODY), password);
  if (!user || !isRight) throw new ApiError('WRONG_SIGN_IN');
  return user;
}

/** Makes an empty workshop with sensible defaults and its owner. Sent twice, it is made once. */
export async function startOwn(deps: Deps, input: StartOwn): Promise<UserRow> {
  const password_hash = await hash(input.password);
  return deps.sequelize.transaction(async (transaction) => {
    const again = await UserRow.findByPk(input.commandId, { transaction });
    if (again) return again;
    if (await UserRow.findOne({ where: bySignIn(input.signIn), transaction }))
      throw new ApiError('NAME_TAKEN', { fields: { signIn: 'This sign-in name is taken.' } });
    const workshop_id = randomUUID();
    const shop = firstShop(input.timeZone, input.ownerName);
    await WorkshopRow.create(
      {
        id: workshop_id,
        name: input.workshopName,
        time_zone: input.timeZone,
        units: input.units === 'us' ? 'us' : 'metric',
        is_demo: false,
        house: {},
        revision: 0,
        version: 0,
      },
      { transaction },
    );
    await PlaceRow.bulkCreate(
      shop.places.map((p) => ({ ...p, workshop_id, version: 0 })),
      { transaction },
    );
    await PersonRow.bulkCreate(
      shop.people.map((p) => ({ ...p, workshop_id, version: 0 })),
      { transaction },
    );
    await StationRow.bulkCreate(
      shop.stations.map((s) => ({ ...s, workshop_id, version: 0 })),
      { transaction },
    );
    await ToolRow.bulkCreate(
      shop.tools.map((t) => ({ ...t, workshop_id, version: 0 })),
      { transaction },
    );
    return UserRow.create(
      {
        id: input.commandId,
        workshop_id,
        sign_in: input.signIn,
        name: input.ownerName,
        role: 'owner',
        person_id: 'owner',
        password_hash,
        must_change_password: false,
      },
      { transaction },
    );
  });
}

export async function addHelper(workshopId: string, input: HelperInput): Promise<void> {
  const person = await PersonRow.findOne({ where: { workshop_id: workshopId, id: input.personId } });
  if (!person) throw new ApiError('INVALID_REQUEST', { fields: { personId: 'Choose one of the people.' } });
  if (await UserRow.findByPk(input.commandId)) return;
  if (await UserRow.findOne({ where: bySignIn(input.signIn) }))
    throw new ApiError('NAME_TAKEN', { fields: { signIn: 'This sign-in name is taken.' } });
  await UserRow.create({
    id: input.commandId,
    workshop_id: workshopId,
    sign_in: input.signIn,
    name: person.name,
    role: 'helper',
    person_id: person.id,
    password_hash: await hash(input.password),
    must_change_password: true,
  });
}

export async function changePassword(user: UserRow, password: string): Promise<void> {
  if (await verify(user.password_hash, password))
    throw new ApiError('INVALID_REQUEST', { fields: { password: 'Choose one that is not the old one.' } });
  await UserRow.update(
    { password_hash: await hash(password), must_change_password: false },
    { where: { id: user.id } },
  );
}

/** Gives the demo's owner a one-time password for use beyond this computer; it must be changed at the first sign-in. */
export async function oneTimeDemoPassword(): Promise<string> {
  const password = randomBytes(9).toString('base64url');
  const demo = await WorkshopRow.findOne({ where: { is_demo: true } });
  if (demo)
    await UserRow.update(
      { password_hash: await hash(password), must_change_password: true },
      { where: { workshop_id: demo.id } },
    );
  return password;
}
