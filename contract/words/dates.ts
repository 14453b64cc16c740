import type { DateOrder } from '@mercato/core/units/writtenDate';

type Text = { readonly text: string };

/** Why something written is no date, in words. */
export const DATE_FAULTS = {
  'date.no-such-month': ({ text, month }: { text: string; month: number }) => `${text} has no month ${month}`,
  'date.no-such-day': ({ text }: Text) => `${text} is no day of the calendar`,
  'date.two-days': ({ text }: Text) => `${text} has two days`,
  'date.no-year': ({ text }: Text) => `${text} has no year of four digits`,
  'date.no-date': ({ text }: Text) => `“${text}” is no date: write 2021, 2021-04 or 2021-04-03`,
  'date.count-of-days': ({ text, would }: { text: string; would: string }) =>
    `${text} looks like a spreadsheet’s count of days, which would be ${would}: write the date`,
  'date.no-month-word': ({ word }: { word: string }) => `“${word}” is no month: write it in English or in figures`,
  'date.not-in-order': ({ text, order }: { text: string; order: DateOrder }) => `${text} is no date with the ${order}`,
};
