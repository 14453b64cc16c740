/** What was done about calendars, in the words of the record. */
export const TODAY_ACTS = {
  'calendar-made': 'made an address for a calendar',
  'calendar-ended': 'ended an address of a calendar',
};
