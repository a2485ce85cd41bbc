import { hash, verify } from '@node-rs/argon2';

/** argon2id, the library's default kind and cost. */
export const hashSecret = (secret: string) => hash(secret);

export const matchesSecret = (hashed: string, secret: string) => verify(hashed, secret);
