/** One after the other: a transaction has one connection, which takes one statement at a time. */
export async function inOrder<T, R>(items: readonly T[], work: (item: T, index: number) => Promise<R>): Promise<R[]> {
  const results: R[] = [];
  for (const [index, item] of items.entries()) results.push(await work(item, index));
  return results;
}
