/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const LOT_SHEET_FAULTS = {
  'lot-sheet.choose-edition-same-book': ({ figure }: { figure: string }) =>
    `A lot is re-evaluated by an edition of its own rule book${figure}.`,
  'lot-sheet.lot-judged-edition-already': 'The lot is evaluated by this edition already.',
  'lot-sheet.edition-retired': 'This edition is retired.',
  'lot-sheet.say-why-lot-corrected': 'Say why the lot is corrected.',
  'lot-sheet.no-vessel-laboratory-carries': ({ code }: { code: string }) =>
    `No sample of this laboratory carries ${code}.`,
};
