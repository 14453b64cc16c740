export const DEVICES_ACTS = {
  'balance-set-up': 'set up a balance',
  'balance-changed': 'changed a balance',
  'balance-check-passed': 'checked a balance: passed',
  'balance-check-failed': 'checked a balance: failed',
  'device-set-up': 'set up a device',
  'device-changed': 'changed a device',
};
