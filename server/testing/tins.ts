/** Two tins of 4.5 g of seed. */
export const LOADED = {
  first: { container: '20.000', withSeed: '24.500' },
  second: { container: '21.000', withSeed: '25.500' },
};
