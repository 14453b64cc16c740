/** What a verdict on replicates of seed weighed asks for. */
export type WeightNext = 'hundreds-agree' | 'weigh-eight-more' | 'rest-agrees' | 'fraction-counted';
