/** What a verdict on moisture asks for. */
export type MoistureNext =
  | 'containers-agree'
  | 'repeat-both-containers'
  | 'made-otherwise'
  | 'means-agree'
  | 'begin-anew'
  | 'readings-agree'
  | 'repeat-both-readings';
