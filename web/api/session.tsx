import type { SessionView } from '@mercato/contract/register/people';
import { may, type Permission } from '@mercato/core/register/permissions';
import { useQuery } from '@tanstack/react-query';
import { read, setCsrf } from './client.ts';

export const SESSION_KEY = ['session'] as const;

/** Who is signed in, the laboratory's day and zone. */
export function useSession(): {
  session: SessionView | undefined;
  failed: boolean;
  may: (permission: Permission) => boolean;
} {
  const query = useQuery({
    queryKey: SESSION_KEY,
    queryFn: async ({ signal }) => {
      const session = await read<SessionView>('/session', signal);
      setCsrf(session.csrf);
      return session;
    },
    staleTime: 60_000,
  });
  return {
    session: query.data,
    failed: query.isError,
    may: (permission) => may(query.data?.person?.roles ?? [], permission),
  };
}

const formats = new Map<string, Intl.DateTimeFormat>();
/** Making a format takes longer than a screen of days takes to write: one is made for each zone. */
function formatFor(zone: string, hours: boolean): Intl.DateTimeFormat {
  const name = `${zone} ${hours}`;
  let format = formats.get(name);
  if (!format) {
    format = new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      day: 'numeric',
      month: 'short',
      ...(hours ? ({ hour: '2-digit', minute: '2-digit' } as const) : {}),
    });
    formats.set(name, format);
  }
  return format;
}

/** An instant in the laboratory's zone: "24 Nov, 09:20". */
export const shortInstant = (iso: string, zone: string): string => formatFor(zone, true).format(new Date(iso));

export const shortDay = (iso: string, zone = 'UTC'): string =>
  formatFor(zone, false).format(new Date(iso.length === 10 ? `${iso}T12:00:00Z` : iso));

/** "today", "2 days overdue", "on 27 Nov". */
export function dueWords(due: string, today: string): string {
  const days = Math.round((Date.parse(due) - Date.parse(today)) / 86_400_000);
  if (days === 0) return 'today';
  if (days < 0) return days === -1 ? 'overdue since yesterday' : `overdue by ${-days} days`;
  return days === 1 ? 'tomorrow' : `on ${shortDay(due)}`;
}
