// Tests sign in thousands of times. Passwords are really hashed and checked there, at the least cost that argon2
// takes; what it costs for real stands in accounts/passwords.
jest.mock('@node-rs/argon2', () => {
  const real = jest.requireActual<typeof import('@node-rs/argon2')>('@node-rs/argon2');
  return { ...real, hash: (password: string, options: object) => real.hash(password, { ...options, memoryCost: 8, timeCost: 1 }) };
});
