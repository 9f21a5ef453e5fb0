import type { Sequelize } from 'sequelize';
import { accountsService } from './features/accounts/accounts.service';
import { signInService } from './features/accounts/sign-in.service';
import { keysService } from './features/keys/keys.service';

/** People, how they sign in, and the keys of their programs. */
export function wireAccounts(sequelize: Sequelize) {
  const accounts = accountsService({ sequelize });
  const keys = keysService({ sequelize, accounts });
  const signIn = signInService({ sequelize, accounts, endKeys: keys.endAll });
  return { accounts, keys, signIn };
}
