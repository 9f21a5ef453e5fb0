import { hash, verify } from '@node-rs/argon2';

// argon2id with the memory and passes that OWASP recommends for a web sign-in.
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password, COST);

// Checked against when there is no such user, so that a wrong name takes as long as a wrong password.
let decoy: Promise<string> | undefined;

/** Does the password go with the stored hash? Without a hash it never does, after the same time. */
export async function passwordMatches(stored: string | null, password: string): Promise<boolean> {
  decoy ??= hashPassword('no account has this password');
  const matches = await verify(stored ?? (await decoy), password);
  return stored !== null && matches;
}
