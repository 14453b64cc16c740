/** Why a file of lots does not come in, in words; the codes with their figures are what the server raises. */
export const IMPORT_FAULTS = {
  'import.nothing-brought-in': ({ faults }: { faults: number }) =>
    `${faults} ${faults === 1 ? 'fault' : 'faults'} in the file. Nothing imported: correct the file, import again.`,
  'import.cells-missing': ({ cells, needed }: { cells: number; needed: number }) =>
    `has ${cells} cells, ${needed} are needed`,
  'import.reference-missing': 'the reference of the lot is missing',
  'import.unknown-item': ({ what }: { what: string }) =>
    `"${what}" is not something a lot file holds; see the list of items`,
  'import.name-missing': 'a name is missing',
  'import.whole-number-needed': 'a whole number from 1 is needed',
  'import.stays-empty': ({ what }: { what: string }) => `stays empty for ${what}`,
  'import.unit-needed': ({ units }: { units: string }) => `one of ${units} is needed`,
  'import.first-line': ({ columns }: { columns: string }) => `the first line must be ${columns}`,
  'import.no-csv': ({ why }: { why: string }) => `cannot be read as CSV: ${why}`,
  'import.second-time': ({ what }: { what: string }) => `${what} stands here a second time`,
  'import.no-lot': 'the file holds no lot',
  'import.dishes': ({ dishes }: { dishes: number }) => `the test has ${dishes} dishes`,
};
