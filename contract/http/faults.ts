/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const HTTP_FAULTS = {
  'http.lies-future': 'This lies in the future.',
  'http.above-0': 'This must be above 0.',
  'http.nothing-recorded': ({ field }: { field: string }) => `Nothing was recorded as ${field}.`,
  'http.say-why-corrected': ({ field }: { field: string }) => `Say why ${field} is corrected.`,
  'http.another-person-wrote-down': 'Another person wrote this down: only the lead may correct it.',
  'http.send-file-not-packed': 'Send the file as it is, not packed.',
  'http.file-larger-than-mb': ({ Math }: { Math: number }) => `The file is larger than ${Math} MB.`,
  'http.not-theirs-do': ({ name, roles }: { name: string; roles: string }) =>
    `Your role (${roles}) does not allow this, ${name}. Ask the lead.`,
  'http.idempotency-key-used-another': 'This Idempotency-Key was used for another input.',
  'http.too-many-people-wrote': 'Too many people wrote to this at once. Nothing was stored: send it again.',
  'http.sign-first': 'Sign in first.',
  'http.no-such-address': 'There is no such address.',
  'http.writes-carry-idempotency-key': 'Writes carry an Idempotency-Key header of 1 to 100 printable characters.',
  'http.write-needs-if-match': 'This write needs an If-Match header with the version it is based on.',
  'http.if-match-version-number': 'If-Match must be a version number.',
  'http.changed-version-yours-nothing': ({
    byName,
    updatedAt,
    version,
    seen,
  }: {
    byName: string;
    updatedAt: string;
    version: number;
    seen: number;
  }) => `Changed by ${byName} at ${updatedAt}: version ${version}, yours was ${seen}. Nothing of yours was written.`,
  'http.no': ({ name, value }: { name: string; value: string }) => `There is no ${name} "${value}".`,
  'http.database-cannot-reached-moment':
    'The database cannot be reached at the moment. Nothing was stored: send it again.',
  'http.took-too-long-given': 'This took too long and was given up. Nothing was stored: send it again.',
  'http.input-larger-than-address': 'The input is larger than this address takes.',
  'http.content-type-or-encoding': 'The content type or encoding is not one this address takes.',
  'http.request-cannot-read-sent': 'The request cannot be read as it was sent.',
  'http.fault-ours-written-log': 'The fault is ours and was written to the log. Nothing of your input was stored.',
  'http.writes-carry-x-csrf': 'Writes carry the X-CSRF-Token that /api/session gives.',
  'http.after-wrong-tries-name': ({ wrongTries }: { wrongTries: number }) =>
    `After ${wrongTries} wrong tries this name has to wait up to a quarter of an hour.`,
  'http.name-or-password-wrong': 'Name or password is wrong.',
  'http.send': ({ name }: { name: string }) => `Send ${name}.`,
};
