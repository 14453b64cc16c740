import type { Fate } from '@mercato/contract/hands/fates';
import type { HandAct, Held, LateAct, LateKeys } from '@mercato/contract/hands/hands';
import { shortInstant, useSession } from '../api/session.tsx';
import { Small } from '../ui/Buttons.tsx';
import { Notice } from '../ui/Notice.tsx';
import { useAct } from '../ui/act.ts';
import { Trouble } from '../ui/fields.tsx';
import { otherHand } from './useHold.ts';

interface HandNoticeProps {
  /** "dish 2". */
  what: string;
  held: Held;
  /** Keys that came late; `place` tells them apart beside their session. */
  late: readonly (LateKeys & { readonly day?: number })[];
  /** Takes it in hand, or puts it down; the page shows what stands then. */
  hand: (act: HandAct) => Promise<unknown>;
  /** Takes late keys, or sets them aside; left out where none can come late. */
  decideLate?: (act: LateAct & { day?: number }) => Promise<unknown>;
  may: boolean;
  /** This page has it in hand now. */
  taken: () => void;
}

/** Who else has a dish or tray in hand, how it is taken over, and late keys to be taken or set aside. */
export function HandNotice({ what, held, late, hand, decideLate, may, taken }: HandNoticeProps) {
  const { session } = useSession();
  const { act, trouble } = useAct();
  const zone = session?.laboratory.zone ?? 'UTC';
  const other = otherHand(held);
  if (!other && late.length === 0) return null;
  const takeOver = async () => {
    if (await act(() => hand({ act: 'take', turn: held.turn }))) taken();
  };
  const decide = ({ session: of, keys, day }: LateKeys & { readonly day?: number }, fate: Fate) =>
    act(async () => decideLate?.({ session: of, keys, fate, ...(day === undefined ? {} : { day }) }));
  return (
    <>
      {other && (
        <Notice>
          <span>
            <b>{other.name === session?.person?.name ? 'You have' : `${other.name} has`}</b> {what} in hand
            {other.name === session?.person?.name && ' on another page'} since {shortInstant(other.since, zone)}.
            Nothing can be pressed here meanwhile.
          </span>
          {may && <Small onClick={() => void takeOver()}>Take {what} over</Small>}
        </Notice>
      )}
      {late.map((one) => (
        <Notice key={`${one.session} ${one.day ?? ''}`}>
          <span>
            {one.keys === 1 ? 'A key' : `${one.keys} keys`} of <b>{one.by}</b> came after {what} was in other hands (
            {shortInstant(one.to, zone)}
            {one.day !== undefined && `, count of day ${one.day}`}): {seedsWords(one.counts)}. They are saved, and not
            counted.
          </span>
          {may && (
            <>
              <Small onClick={() => void decide(one, 'taken')}>Add them</Small>
              <Small onClick={() => void decide(one, 'aside')}>Set them aside</Small>
            </>
          )}
        </Notice>
      ))}
      <Trouble text={trouble} />
    </>
  );
}

function seedsWords(counts: Readonly<Record<string, number>>): string {
  const words = Object.entries(counts)
    .filter(([, seeds]) => seeds !== 0)
    .map(([name, seeds]) => `${seeds < 0 ? `−${-seeds}` : seeds} ${name}`);
  return words.length > 0 ? words.join(', ') : 'nothing in sum';
}
