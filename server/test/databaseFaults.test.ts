import { ConnectionRefusedError, DatabaseError, UniqueConstraintError, ValidationErrorItem } from 'sequelize';
import { expect, test } from 'vitest';
import { whyRefusedByDatabase } from '../src/store/databaseFaults.ts';

const withCode = (code: string, message = 'x') => Object.assign(new Error(message), { code });
const ofDatabase = (code: string) => new DatabaseError(Object.assign(withCode(code), { sql: 'select 1' }));

test.each([
  // Codes: PostgreSQL documentation, Appendix A.
  ['a server that shuts down', ofDatabase('57P01'), 'AWAY'],
  ['a server that crashed', ofDatabase('57P02'), 'AWAY'],
  ['a server that is starting', ofDatabase('57P03'), 'AWAY'],
  ['a connection that failed', ofDatabase('08006'), 'AWAY'],
  ['nobody at the other end', withCode('ECONNREFUSED'), 'AWAY'],
  ['a line that was cut', withCode('ECONNRESET'), 'AWAY'],
  ['a connection that ended', new Error('Connection terminated unexpectedly'), 'AWAY'],
  ['a connection refused', new ConnectionRefusedError(withCode('ECONNREFUSED')), 'AWAY'],
  ['a row that is there already', new UniqueConstraintError({ errors: [] as ValidationErrorItem[] }), 'ID_USED'],
  ['signs that are none', ofDatabase('22021'), 'BAD_TEXT'],
  ['signs that are none in JSON', ofDatabase('22P05'), 'BAD_TEXT'],
  ['a query somebody cancelled', ofDatabase('57014'), null],
  ['a rule of the database', ofDatabase('23514'), null],
  ['a fault of ours', new TypeError('x is not a function'), null],
  ['nothing', null, null],
])('%s', (_, error, why) => expect(whyRefusedByDatabase(error)).toBe(why));
