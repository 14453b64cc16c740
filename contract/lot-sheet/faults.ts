/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const LOT_SHEET_FAULTS = {
  'lot-sheet.lot-judged-anew-edition': 'A lot is judged anew by an edition of its own rule book.',
  'lot-sheet.choose-edition-same-book': ({ figure }: { figure: string }) =>
    `choose an edition of the same book${figure}`,
  'lot-sheet.lot-judged-edition-already': 'The lot is judged by this edition already.',
  'lot-sheet.judged': 'is the one it is judged by',
  'lot-sheet.edition-retired': 'This edition is retired.',
  'lot-sheet.retired': 'is retired',
  'lot-sheet.correction-needs-reason': 'A correction needs its reason.',
  'lot-sheet.say-why-lot-corrected': 'say why the lot is corrected',
  'lot-sheet.no-vessel-laboratory-carries': ({ code }: { code: string }) =>
    `No vessel of this laboratory carries ${code}.`,
};
