import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary as common } from '@zxcvbn-ts/language-common';
import { fault } from '../http/fault.ts';

const zxcvbn = new ZxcvbnFactory({ dictionary: { ...common }, graphs: adjacencyGraphs });
/** Of 0 to 4: below 3 a password is found in fewer than a hundred million guesses. Source: the library's own scale. */
const STRONG = 3;

/**
 * Refuses a password that is among the first that anybody tries: a common one, a row of keys, the own name.
 * @param own  names of whose it is
 * @throws {Fault} 422 at its field
 */
export function checkPassword(password: string, own: readonly string[], path: string): void {
  const { score } = zxcvbn.check(password, [...own]);
  if (score < STRONG) throw fault('invalid', 'register.too-easy-guess-common', path);
}
