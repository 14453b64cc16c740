/** One thing that the store asks of somebody. */
export interface Due {
  /** yyyy-mm-dd, or an instant where the hour matters. */
  by: string;
  what: 'look' | 'end' | 'batch' | 'alarm' | 'desiccant' | 'sowing';
  words: string;
  /** Where it is done. */
  open: string;
  overdue: boolean;
}
export interface StoreToday {
  today: string;
  due: Due[];
  /** What comes in the next four weeks. */
  soon: Due[];
}
