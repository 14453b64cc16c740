import { hash } from '@node-rs/argon2';

/** Passwords are kept as argon2id with the library's defaults (19 MiB, 2 passes). */
export const hashPassword = (password: string): Promise<string> => hash(password);
