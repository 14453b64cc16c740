import { useQuery } from '@tanstack/react-query';
import { useNavigate, useParams } from 'react-router';
import { lotDivisionSchema, type LotHeader, type LotSheet } from '@mercato/contract/register/lots';
import { lotRoutes } from '@mercato/contract/register/routes';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { Exact } from '@mercato/core/units/mass';
import { reading } from '../api/routes.ts';
import { Busy } from '../ui/Busy.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';

/** Parts of a lot become lots of their own; containers and masses add up to the whole. */
export default function DivideLot() {
  const { lot = '' } = useParams();
  const sheet = useQuery(reading(lotRoutes.sheet, { lot }));
  const sampling = useQuery(reading(samplingRoutes.ofLot, { lot }));
  if (!sheet.data || !sampling.data) return <Busy />;
  return <Parts sheet={sheet.data} sampling={sampling.data} />;
}

function Parts({ sheet, sampling }: { sheet: LotSheet; sampling: SamplingView }) {
  const navigate = useNavigate();
  const { header } = sheet;
  const entry = useEntry({
    from: {
      parts: proposed(sheet, sampling),
      reason: sampling.split ? 'larger than the rule book allows for one lot' : '',
    },
    schema: lotDivisionSchema,
    send: to(lotRoutes.divide, { lot: sheet.id }, { done: () => navigate(`/lots/${sheet.id}`) }),
  });
  const { parts } = entry.values;
  const containers = parts.reduce((sum, one) => sum + (Number(one.containers) || 0), 0);
  return (
    <main className="w-text">
      <div className="head">
        <h1>Divide the lot</h1>
        <span className="code">{header.reference}</span>
      </div>
      <p className="soft">
        {header.mass.text} {header.mass.unit} in {header.containers} containers. The parts keep kind, variety, harvest
        and origin; what was tested of the whole stays with the whole.
      </p>
      <EntryForm
        entry={entry}
        trouble={entry.general ?? entry.fault('parts')}
        send="Divide it"
        leave={() => void navigate(`/lots/${sheet.id}`)}
        beside={
          <Quiet onClick={() => entry.set({ parts: [...parts, part(header, parts.length + 1)] })}>One part more</Quiet>
        }
        waits
      >
        {parts.map((_, i) => (
          <div key={i} className="fields">
            <Field
              entry={entry}
              name={`parts.${i}.reference`}
              path={[`parts.${i}.reference`, `parts.${i}`]}
              label={`reference of part ${i + 1}`}
            />
            <Field entry={entry} name={`parts.${i}.containers`} label="containers" />
            <Field entry={entry} name={`parts.${i}.mass.text`} label={`mass, ${header.mass.unit}`} />
          </div>
        ))}
        <p className="soft">
          <b className="fig">{containers}</b> of {header.containers} containers.
        </p>
        <Field entry={entry} name="reason" />
      </EntryForm>
    </main>
  );
}

const part = (header: LotHeader, number: number) => ({
  reference: `${header.reference}-${number}`,
  containers: '',
  mass: { text: '', unit: header.mass.unit },
});

/** The split that fits, where the lot is too large; else two empty parts. */
function proposed({ header }: LotSheet, { split }: SamplingView): ReturnType<typeof part>[] {
  const each = header.containerMass;
  if (!split?.containers || each?.unit !== header.mass.unit) return [part(header, 1), part(header, 2)];
  return split.containers.map((count, i) => ({
    ...part(header, i + 1),
    containers: String(count),
    mass: { text: new Exact(each.text).times(count).toString(), unit: each.unit },
  }));
}
