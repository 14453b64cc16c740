/** The calendar day in the laboratory's zone. */
export function todayIn(now: Date, zone: string): string {
  let days = dayFormats.get(zone);
  if (!days) {
    days = new Intl.DateTimeFormat('en-CA', { timeZone: zone, year: 'numeric', month: '2-digit', day: '2-digit' });
    dayFormats.set(zone, days);
  }
  return days.format(now);
}

/** Making a format costs more than the whole of a short request; a laboratory has one zone. */
const dayFormats = new Map<string, Intl.DateTimeFormat>();
