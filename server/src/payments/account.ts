import { accountProblem, isWholeAccount, type PlacePack } from '@cavren/core';
import { refused, type ProblemError } from '../http/index';
import type { Secrets } from '../secrets/index';

/** An account at a bank, whole, with the keyed digest that it is known by where it isn't shown. */
export interface Account {
  /** The bank's own code; nothing where accounts have one number. */
  routing: string | null;
  account: string;
  name: string;
  digest: string;
}

/** What is named of an account, as it is known; null while its number or its holder is missing. */
export function accountOf(
  secrets: Pick<Secrets, 'searchHash'>,
  { routing, account, name }: { [Part in 'routing' | 'account' | 'name']: string | null },
): Account | null {
  if (!account || !name) return null;
  return { routing, account, name, digest: secrets.searchHash(JSON.stringify(['account', routing, account, name])) };
}

/**
 * An account that money can be moved to or from. The code of the bank may have been changed after the number was judged
 * with another. @throws what is missing, or that the two don't fit.
 */
export function wholeAccount({ account: rules }: Pick<PlacePack, 'account'>, account: Account | null, missing: () => ProblemError): Account {
  if (!account || !isWholeAccount(rules, account.routing)) throw missing();
  const wrong = accountProblem(rules, { bank: account.routing, account: account.account });
  if (wrong) throw refused('account-wrong', wrong);
  return account;
}
