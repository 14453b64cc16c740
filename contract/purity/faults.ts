/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const PURITY_FAULTS = {
  'purity.above-0': 'The working sample must weigh more than 0.',
  'purity.sample-g-weighed-decimals': ({
    name,
    workingSample,
    decimals,
    figure,
  }: {
    name: string;
    workingSample: string;
    decimals: number;
    figure: string;
  }) => `${name} of a sample of ${workingSample} g is weighed to ${decimals} decimals: ${figure}, or weigh again`,
  'purity.does-not-part-multiple': ({ name }: { name: string }) =>
    `${name} does not part multiple units of this kind by mass`,
  'purity.no-such-component': ({ name }: { name: string }) => `${name} has no such component`,
  'purity.cannot-weigh-more-than': ({ name }: { name: string }) =>
    `${name} cannot weigh more than twice the working sample`,
  'purity.components-add-nothing': 'the components add to nothing',
  'purity.parts-weigh-g-more': ({ figure, over, whole }: { figure: string; over: string; whole: string }) =>
    `the parts of ${figure} weigh ${over} g more together than the ${whole} g it weighed: weigh again`,
  'purity.no-such-component-2': ({ name }: { name: string }) => `${name} has no such component.`,
};
