export const MOISTURE_ACTS = {
  'moisture-weighed': ({ test }: { test: number }) => `weighed moisture ${test}`,
  'oven-worked': ({ test }: { test: number }) => `worked the oven for moisture ${test}`,
  'moisture-corrected': ({ test }: { test: number }) => `corrected moisture ${test}`,
  'meter-added': ({ name }: { name: string }) => `set up the moisture meter ${name}`,
  'meter-heard': ({ name }: { name: string }) => `said where the meter ${name} is heard`,
  'meter-calibrated': ({ name, species }: { name: string; species: string }) => `calibrated ${name} for ${species}`,
  'calibration-struck': ({ name, species }: { name: string; species: string }) =>
    `crossed out a calibration of ${name} for ${species}`,
  'meter-checked': ({ name }: { name: string }) => `held ${name} against the oven`,
  'meter-read': ({ test }: { test: number }) => `read the meter for moisture ${test}`,
  'meter-reading-corrected': ({ test }: { test: number }) => `corrected the readings of moisture ${test}`,
};
