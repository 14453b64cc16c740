export const SOWING_ACTS = {
  'sowing-planned': 'planned a sowing',
  'sowing-changed': 'changed a sowing',
  'sowing-dropped': 'deleted a sowing',
};
