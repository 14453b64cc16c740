/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const DEVICES_FAULTS = {
  'devices.no-such-balance': 'There is no such balance.',
  'devices.another-balance-name': 'Another balance has this name.',
  'devices.say-why-changed': 'Say why the balance is set up otherwise.',
  'devices.more-decimals-than-balance': ({ resolution }: { resolution: string }) =>
    `The balance shows no such figure: its smallest step is ${resolution} g.`,
  'devices.no-such-balance-2': 'there is no such balance',
  'devices.more-decimals-than-resolves': ({ name, resolution }: { name: string; resolution: string }) =>
    `more decimals than ${name} resolves: its smallest step is ${resolution} g`,
  'devices.check-say-why-used': ({ name, figure }: { name: string; figure: string }) =>
    `the check of ${name} ${figure}: say why it is used all the same`,
  'devices.balance-takes-no-tare': 'This balance takes no tare from here.',
  'devices.real-balance-pan': 'A real balance has a pan.',
  'devices.balance-cannot-reached-now': 'The balance cannot be reached now: the line to it is not open.',
  'devices.server-does-not-read': 'The server does not read this balance: the browser does, or somebody by eye.',
  'devices.no-such-device': 'There is no such device.',
  'devices.another-device-name': 'Another device has this name.',
  'devices.device-takes-no-such': 'This device takes no such command.',
  'devices.real-device': 'A real device has hands of its own: only a stand-in is worked from here.',
  'devices.device-not-reached': 'The device cannot be reached now: the line to it is not open.',
};
