import type { LotSheet } from '@mercato/contract/register/lots';
import { newWorkSchema } from '@mercato/contract/register/worked';
import { REGISTER_FIELDS } from '@mercato/contract/register/fieldWords';
import { lotRoutes } from '@mercato/contract/register/routes';
import { send } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Fold } from '../ui/Fold.tsx';
import { Strike } from '../ui/Strike.tsx';
import { to, useEntry } from '../ui/entry.ts';

const { choices } = REGISTER_FIELDS.lotWork.what;

/** What was done to the lot that changes its water: a moisture of seed drawn before says nothing of it any more. */
export function Worked({ sheet, may }: { sheet: LotSheet; may: boolean }) {
  const { worked } = sheet;
  if (worked.length === 0 && !may) return null;
  return (
    <>
      {worked.map(({ id, what, on, note, by, struck }) => (
        <div key={id} className={struck ? 'struck my-1' : 'my-1'}>
          The lot was {choices[what]} on {shortDay(on)}
          {note && `: ${note}`}{' '}
          <span className="soft">
            {by}
            {struck && ` – crossed out by ${struck.by}: ${struck.reason}`}
          </span>{' '}
          {may && !struck && (
            <Strike
              what={`that it was ${choices[what]}`}
              strike={async (reason) => {
                await send(lotRoutes.strikeWork, { lot: sheet.id, work: id }, { reason });
              }}
            />
          )}
        </div>
      ))}
      {may && (
        <Fold title="Was it dried, dampened or blended since?">
          <NewWork key={worked.length} lot={sheet.id} />
        </Fold>
      )}
    </>
  );
}

function NewWork({ lot }: { lot: string }) {
  const { session } = useSession();
  const entry = useEntry({
    from: { what: 'dried', on: session?.today ?? '', sampled: 'before', note: '' },
    schema: newWorkSchema,
    send: to(lotRoutes.work, { lot }),
  });
  return (
    <EntryForm entry={entry} send="Save">
      <p className="soft">A moisture of seed that was drawn before is void then: a new sample is drawn.</p>
      <div className="fields">
        <Field entry={entry} name="what" />
        <Field entry={entry} name="on" />
        <Field entry={entry} name="sampled" />
        <Field entry={entry} name="note" />
      </div>
    </EntryForm>
  );
}
