import { stepName } from '../register/early.ts';
import type { NewVesselEvent } from './vesselEvents.ts';
import { vesselEventWords } from './words.ts';

interface Primary {
  core: number;
  container: number;
}
export const SAMPLING_ACTS = {
  'containers-drawn': 'drew the containers',
  'containers-drawn-anew': 'selected the containers again',
  'primary-taken': ({ core, container }: Primary) => `took primary sample ${core} of container ${container}`,
  'primary-corrected': ({ core, container }: Primary) => `corrected primary sample ${core} of container ${container}`,
  'vessel-event': ({ vessel, code, event }: { vessel: string; code: string; event: NewVesselEvent }) =>
    `${event.what}: ${vessel} ${code}, ${vesselEventWords(event)}`,
  'primaries-poured': ({ samples }: { samples: number }) => `poured ${samples} primary samples together`,
  'reserve-kept': 'kept a reserve sample',
  'sample-mass-corrected': ({ vessel }: { vessel: string }) => `corrected the mass of the ${vessel} sample`,
  'submitted-received': 'received the submitted sample',
  'submitted-corrected': 'corrected the submitted sample',
  'working-drawn': ({ purpose, half }: { purpose: string; half: boolean }) =>
    `drew a ${half ? 'half ' : ''}working sample for ${stepName(purpose)}`,
  'heterogeneity-recorded': ({ test }: { test: number }) => `recorded heterogeneity test ${test}`,
  'heterogeneity-corrected': ({ test }: { test: number }) => `corrected heterogeneity test ${test}`,
};
