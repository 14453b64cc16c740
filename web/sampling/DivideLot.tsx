import { lotRoutes } from '@mercato/contract/register/routes';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import { reading, send } from '../api/routes.ts';
import { lotDivisionSchema, type LotSheet } from '@mercato/contract/register/lots';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { Exact } from '@mercato/core/units/mass';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { JSX } from 'react';
import Button from 'react-bootstrap/Button';
import { useNavigate, useParams } from 'react-router';
import { plainFigure, useEntry, wholeNumber } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { TextField } from '../ui/fields.tsx';

/** Parts of a lot become lots of their own; containers and masses add up to the whole. */
export default function DivideLot(): JSX.Element {
  const { lot = '' } = useParams();
  const sheet = useQuery(reading(lotRoutes.sheet, { lot }));
  const sampling = useQuery(reading(samplingRoutes.ofLot, { lot }));
  if (!sheet.data || !sampling.data) return <main aria-busy="true" />;
  return <Parts sheet={sheet.data} sampling={sampling.data} />;
}

interface Line {
  reference: string;
  containers: string;
  mass: string;
}

function Parts({ sheet, sampling }: { sheet: LotSheet; sampling: SamplingView }): JSX.Element {
  const navigate = useNavigate();
  const client = useQueryClient();
  const { header } = sheet;
  const initial: { parts: Line[]; reason: string } = {
    parts: proposed(sheet, sampling),
    reason: sampling.split ? 'larger than the rule book allows for one lot' : '',
  };
  const entry = useEntry(
    initial,
    (values) => ({
      parts: values.parts.map((one) => ({
        reference: one.reference.trim(),
        containers: wholeNumber(one.containers),
        mass: { text: plainFigure(one.mass), unit: header.mass.unit },
      })),
      reason: values.reason.trim(),
    }),
    lotDivisionSchema,
    async (body, key) => {
      await send(client, lotRoutes.divide, { lot: sheet.id }, body, { key });
      void navigate(`/lots/${sheet.id}`);
    },
  );
  const { values, set, fault, field } = entry;
  const change = (at: number, part: Partial<Line>) =>
    set({ parts: values.parts.map((one, i) => (i === at ? { ...one, ...part } : one)) });
  const containers = values.parts.reduce((sum, one) => sum + (Number(one.containers) || 0), 0);
  return (
    <main style={{ maxWidth: 900 }}>
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
        trouble={entry.general ?? fault('parts')}
        send="Divide it"
        leave={() => void navigate(`/lots/${sheet.id}`)}
        beside={
          <Button
            variant="outline-primary"
            onClick={() =>
              set({
                parts: [
                  ...values.parts,
                  { reference: `${header.reference}-${values.parts.length + 1}`, containers: '', mass: '' },
                ],
              })
            }
          >
            One part more
          </Button>
        }
      >
        {values.parts.map((one, i) => (
          <div key={i} className="fields" style={{ gridTemplateColumns: '2fr 1fr 1fr' }}>
            <TextField
              label={`reference of part ${i + 1}`}
              value={one.reference}
              onChange={(reference) => change(i, { reference })}
              fault={fault(`parts.${i}.reference`) ?? fault(`parts.${i}`)}
            />
            <TextField
              label="containers"
              figure
              inputMode="numeric"
              value={one.containers}
              onChange={(text) => change(i, { containers: text })}
              fault={fault(`parts.${i}.containers`)}
            />
            <TextField
              label={`mass, ${header.mass.unit}`}
              figure
              inputMode="decimal"
              value={one.mass}
              onChange={(mass) => change(i, { mass })}
              fault={fault(`parts.${i}.mass.text`)}
            />
          </div>
        ))}
        <p className="soft">
          <b className="fig">{containers}</b> of {header.containers} containers.
        </p>
        <TextField label="why it is divided" {...field('reason')} />
      </EntryForm>
    </main>
  );
}

/** The split that fits, where the lot is too large; else two empty parts. */
function proposed({ header }: LotSheet, { split }: SamplingView): Line[] {
  const reference = (i: number) => `${header.reference}-${i + 1}`;
  const each = header.containerMass;
  if (!split?.containers || each?.unit !== header.mass.unit)
    return [0, 1].map((i) => ({ reference: reference(i), containers: '', mass: '' }));
  return split.containers.map((count, i) => ({
    reference: reference(i),
    containers: String(count),
    mass: new Exact(each.text).times(count).toString(),
  }));
}
