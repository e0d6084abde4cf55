import { col, fn, type Transaction, where as sqlWhere } from 'sequelize';
import { UserRow } from './models.ts';

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
    },
    { transaction: transaction ?? null },
  );
  return userOf(row);
}

/** @param whose one user, or all of a workshop */
export async function setPassword(
  whose: { readonly id: string } | { readonly workshop_id: string },
  passwordHash: string,
  mustChange: boolean,
): Promise<void> {
  await UserRow.update({ password_hash: passwordHash, must_change_password: mustChange }, { where: whose });
}
