/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const STORAGE_FAULTS = {
  'storage.no-freezer-no-refrigerator': ({ name }: { name: string }) =>
    `Seed is frozen in a freezer: ${name} is no freezer and no refrigerator.`,
  'storage.say-why-done-anyway': ({ figure }: { figure: string }) =>
    `This would kill the seed: ${figure}. Say why it is done anyway, or leave it.`,
  'storage.hour-least': 'This takes one hour at least.',
  'storage.ended-nothing-more-measured': 'This has ended: nothing more is measured of it.',
  'storage.still-cold-opened-now': 'it is still cold: opened now it draws water out of the air. Say why, or wait',
  'storage.time-not-over-say': 'its time is not over: say why it ends now, or wait',
  'storage.less-than-dry-matter': 'is less than its dry matter by the moisture at the start: one of the two is wrong',
  'storage.no-such-batch': 'There is no such batch.',
  'storage.left-out-day-when': 'is left out on that day, when the clocks go forward',
  'storage.lies-before-began': 'lies before it began',
  'storage.lies-before-last-figures': 'lies before its last figures',
  'storage.weighing-own-already': 'has a weighing of its own already',
};
