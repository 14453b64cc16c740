import { Button } from 'react-bootstrap';
import { type BagBrief, type NewLook, WATERS } from '@mercato/contract/quick-tests/rounds';
import { TakeSprouts } from '../optics/TakeCount.tsx';
import { seenBody, type SeenLines, SeenOnField, TODAY } from '../register/seen.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { TextField } from '../ui/fields.tsx';
import { useKept } from '../ui/kept.ts';

/** What was seen at a bag and not kept yet: it outlives the page. */
interface Seen {
  readonly sprouted: number;
  readonly water: NewLook['water'];
  readonly mould: boolean;
  readonly thrives: boolean | null;
  readonly note: string;
  readonly day: SeenLines;
  /** The day on which it was written here. */
  readonly at: string;
}

interface LookFormProps {
  bag: BagBrief;
  personId: string;
  today: string;
  ready: boolean;
  /** The bag is in hand: something was seen in it. */
  begin: () => void;
  keep: (look: NewLook) => void;
}

export function LookForm({ bag, personId, today, ready, begin, keep }: LookFormProps) {
  const most = bag.seeds - bag.sprouted;
  const [seen, change, forget] = useKept<Seen>(`look:${personId}:${bag.id}`, {
    sprouted: 0,
    water: 'moist',
    mould: false,
    thrives: null,
    note: '',
    day: TODAY,
    at: today,
  });
  const { water, mould, thrives, note } = seen;
  const sprouted = Math.min(seen.sprouted, most);
  // What was tapped on an earlier day was seen on that day.
  const day = seen.day.seenOn === '' && seen.at !== today ? { ...seen.day, seenOn: seen.at } : seen.day;
  const set = (what: Partial<Seen>) =>
    change({ ...seen, at: seen.at === today || seen.sprouted > 0 ? seen.at : today, ...what });
  const setSprouted = (next: number) => {
    if (sprouted === 0 && next > 0) begin();
    set({ sprouted: Math.max(0, Math.min(most, next)) });
  };
  return (
    <div className="look">
      <div className="stepper" role="group" aria-label="newly sprouted">
        <Quiet aria-label="one less" disabled={sprouted === 0} onClick={() => setSprouted(sprouted - 1)}>
          −
        </Quiet>
        <label>
          <input
            className="n form-control"
            aria-label="newly sprouted"
            inputMode="numeric"
            autoComplete="off"
            value={sprouted}
            onFocus={(event) => event.target.select()}
            onChange={(event) => {
              const typed = event.target.value.replace(/\D/g, '');
              setSprouted(typed === '' ? 0 : Number(typed));
            }}
          />{' '}
          newly sprouted
        </label>
        <Quiet aria-label="one more" disabled={sprouted >= most} onClick={() => setSprouted(sprouted + 1)}>
          +
        </Quiet>
      </div>
      {most > 0 && (
        <TakeSprouts
          of="newly sprouted"
          onTake={(found) => {
            setSprouted(found.sprouted);
          }}
        />
      )}
      <div className="picks d-flex flex-wrap gap-2 mb-2" role="group" aria-label="water">
        {WATERS.map((one) => (
          <Quiet key={one} aria-pressed={water === one} onClick={() => set({ water: one })}>
            {one === 'wet' ? 'too wet' : one === 'dry' ? 'dried out' : one}
          </Quiet>
        ))}
        <Quiet aria-pressed={mould} onClick={() => set({ mould: !mould })}>
          mould
        </Quiet>
        <Quiet aria-pressed={thrives === false} onClick={() => set({ thrives: thrives === false ? null : false })}>
          does not thrive
        </Quiet>
      </div>
      <TextField label="note" value={note} onChange={(text) => set({ note: text })} />
      <SeenOnField
        label="checked on"
        entry={{ values: day, set: (lines) => set({ day: { ...day, ...lines } }), fault: () => undefined }}
      />
      <Button
        className="walk-go"
        disabled={!ready}
        onClick={(event) => {
          // The second tap of a double tap would be about the next bag.
          if (event.detail >= 2) return;
          const { seenOn, lateReason } = seenBody(day);
          forget();
          keep({
            on: seenOn ?? today,
            notedOn: today,
            sprouted,
            water,
            mould,
            thrives,
            note: note.trim(),
            ...(lateReason === undefined ? {} : { lateReason }),
          });
        }}
      >
        {sprouted === 0 ? 'Nothing new' : `Save ${sprouted} newly sprouted`}
      </Button>
    </div>
  );
}
