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

/** An instant in the laboratory's zone: "24 Nov, 09:20". */
export function shortInstant(iso: string, zone: string): string {
  return new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  }).format(new Date(iso));
}

export function shortDay(iso: string, zone = 'UTC'): string {
  return new Intl.DateTimeFormat('en-GB', { timeZone: zone, day: 'numeric', month: 'short' }).format(
    new Date(iso.length === 10 ? `${iso}T12:00:00Z` : iso),
  );
}

/** "today", "2 days overdue", "on 27 Nov". */
export function dueWords(due: string, today: string): string {
  const days = Math.round((Date.parse(due) - Date.parse(today)) / 86_400_000);
  if (days === 0) return 'today';
  if (days < 0) return days === -1 ? 'overdue since yesterday' : `overdue by ${-days} days`;
  return days === 1 ? 'tomorrow' : `on ${shortDay(due)}`;
}
