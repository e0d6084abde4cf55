import { col, fn, literal, type Transaction, where as sqlWhere } from 'sequelize';
import { PushSubscriptionRow, UserRow } from './models.ts';

export type Role = 'owner' | 'helper';
/** Somebody who can sign in. */
export type User = {
  readonly id: string;
  readonly workshopId: string;
  readonly signIn: string;
  readonly name: string;
  readonly role: Role;
  readonly personId: string | null;
  readonly passwordHash: string;
  readonly mustChangePassword: boolean;
  /** Grows with every new password. */
  readonly credential: number;
};

const userOf = (u: UserRow): User => ({
  id: u.id,
  workshopId: u.workshop_id,
  signIn: u.sign_in,
  name: u.name,
  role: u.role,
  personId: u.person_id,
  passwordHash: u.password_hash,
  mustChangePassword: u.must_change_password,
  credential: u.credential,
});

export async function userById(id: string, transaction?: Transaction): Promise<User | null> {
  const row = await UserRow.findByPk(id, { transaction: transaction ?? null });
  return row && userOf(row);
}

/** Sign-in names differ by more than capitals. */
export async function userBySignIn(signIn: string, transaction?: Transaction): Promise<User | null> {
  const row = await UserRow.findOne({
    where: sqlWhere(fn('lower', col('sign_in')), signIn.toLowerCase()),
    transaction: transaction ?? null,
  });
  return row && userOf(row);
}

export async function ownerOf(workshopId: string): Promise<User | null> {
  const row = await UserRow.findOne({ where: { workshop_id: workshopId, role: 'owner' }, order: [['id', 'ASC']] });
  return row && userOf(row);
}

export async function addUser(u: User, transaction?: Transaction): Promise<User> {
  const row = await UserRow.create(
    {
      id: u.id,
      workshop_id: u.workshopId,
      sign_in: u.signIn,
      name: u.name,
      role: u.role,
      person_id: u.personId,
      password_hash: u.passwordHash,
      must_change_password: u.mustChangePassword,
      credential: u.credential,
    },
    { transaction: transaction ?? null },
  );
  return userOf(row);
}

/** A new password; what was signed in with the old one is so no more, and told nothing more. @param whose one user, or all of a workshop */
export async function setPassword(
  whose: { readonly id: string } | { readonly workshop_id: string },
  passwordHash: string,
  mustChange: boolean,
): Promise<void> {
  await UserRow.sequelize!.transaction(async (transaction) => {
    await UserRow.update(
      { password_hash: passwordHash, must_change_password: mustChange, credential: literal('credential + 1') },
      { where: whose, transaction },
    );
    const where = 'id' in whose ? { user_id: whose.id } : whose;
    await PushSubscriptionRow.destroy({ where, transaction });
  });
}

/** Helpers of a workshop who can sign in. */
export async function helpersOf(workshopId: string): Promise<User[]> {
  const rows = await UserRow.findAll({
    where: { workshop_id: workshopId, role: 'helper' },
    order: [['sign_in', 'ASC']],
  });
  return rows.map(userOf);
}

/** Takes all of a helper's sign-ins away at once. @returns their ids */
export async function removeHelperUsers(workshopId: string, personId: string): Promise<string[]> {
  const where = { workshop_id: workshopId, role: 'helper' as const, person_id: personId };
  return UserRow.sequelize!.transaction(async (transaction) => {
    const rows = await UserRow.findAll({ where, attributes: ['id'], lock: true, transaction });
    await UserRow.destroy({ where, transaction });
    return rows.map((r) => r.id);
  });
}

/** Only one at a time makes a sign-in under a name, or with an id, until the transaction ends. */
export async function lockSignIn(signIn: string, id: string, transaction: Transaction): Promise<void> {
  // In one order, so that two who make the same never wait for each other.
  for (const key of [`id ${id}`, `name ${signIn.toLowerCase()}`].sort())
    await UserRow.sequelize!.query('select pg_advisory_xact_lock(hashtextextended($key, 0))', {
      bind: { key },
      transaction,
    });
}
