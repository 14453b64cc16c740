/**
 * Where all or none of n seeds fell one way, so large a share at most may fall the other: the one-sided 95 % limit, for
 * there is nothing on its other side.
 *
 * @param n  seeds, integer ≥ 1
 * @returns  a share, 0..1
 * Source: 1 − 0.05^(1/n), any textbook.
 */
export const oneSided = (n: number): number => 1 - 0.05 ** (1 / n);
