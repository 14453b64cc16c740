import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { WORK } from '@mercato/contract/lot-sheet/registry';
import { type StepLine, stepPath } from '@mercato/contract/lot-sheet/standing';
import { stepName } from '@mercato/contract/register/early';
import type { LotSheet as LotSheetView } from '@mercato/contract/register/lots';
import { lotRoutes } from '@mercato/contract/register/routes';
import { massText } from '@mercato/contract/words/figures';
import { MONTHS } from '@mercato/core/units/monthNames';
import { carried } from '../api/carried.ts';
import { reading } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { Slip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { KeyLink, useKeys } from '../ui/keys.tsx';
import { Asked, Fact, Line, theNext } from './SheetLine.tsx';
import { DECIDED } from './words.ts';
import { Worked } from './Worked.tsx';

/** What the figure of a step is called in the head of its lot. */
const FIGURES: Readonly<Record<string, string | undefined>> = Object.fromEntries(
  WORK.map((one) => [one.step, one.figure]),
);

/** One lot on one page: the steps in the order of the work, what stands, and what is next. */
export function LotSheet() {
  const { lot = '' } = useParams();
  const navigate = useNavigate();
  const { session, may } = useSession();
  const { data: sheet, error } = useQuery(reading(lotRoutes.sheet, { lot }));
  const next = sheet ? theNext(sheet.steps) : undefined;
  const [opened, setOpened] = useState<StepLine['step'] | null>(null);
  useKeys([
    ...(sheet?.steps ?? []).map((line, i) => ({
      key: String(i + 1),
      says: `open ${stepName(line.step)}`,
      act: () => void navigate(stepPath(lot, line)),
    })),
    ...(next
      ? [
          {
            key: 'Enter',
            says: `go on with ${stepName(next.step)}`,
            act: () => void navigate(stepPath(lot, next)),
          },
        ]
      : []),
    { key: 'e', says: 'correct the lot’s header', act: () => void navigate(`/lots/${lot}/edit`) },
    { key: 'r', says: 'the request', act: () => void navigate(`/lots/${lot}/request`) },
    { key: 'v', says: 'samples, labels and who has them', act: () => void navigate(`/lots/${lot}/vessels`) },
    { key: 'h', says: 'history', act: () => void navigate(`/lots/${lot}/history`) },
    ...(opened
      ? [
          {
            key: 'Escape',
            says: 'close the working',
            act: () => setOpened(null),
          },
        ]
      : []),
    { key: 'l', says: 'back to the list', act: () => void navigate('/lots') },
  ]);
  if (!sheet || !session) return <Busy error={error} back={['/lots', 'the lots']} />;
  const revised = sheet.revisions.length > 1 ? sheet.revisions.at(-1) : undefined;
  const slips = opened ? sheet.working[opened] : [];
  const opener = (step: StepLine['step']) => (sheet.working[step].length > 0 ? () => setOpened(step) : undefined);
  const page = (
    <>
      <SheetHead sheet={sheet} opener={opener} />
      <ol className="list-unstyled p-0 m-0">
        {sheet.steps.map((line) => (
          <Line
            key={line.step}
            line={line}
            lot={lot}
            now={line === next}
            today={session.today}
            zone={session.laboratory.zone}
            open={opener(line.step)}
          />
        ))}
      </ol>
      {sheet.decisions.length > 0 && (
        <section className="mt-4">
          <h2>Decided</h2>
          {sheet.decisions.map((one) => (
            <p key={one.subject} className="my-1 mx-0">
              {one.what}: {DECIDED[one.decision]}, {one.reason}{' '}
              <span className="soft">
                {one.by} · {shortDay(one.at, session.laboratory.zone)}
              </span>
            </p>
          ))}
        </section>
      )}
      <Worked sheet={sheet} may={may('lot.write')} />
      <div className="soft mt-3 d-flex flex-wrap column-gap-3">
        {may('lot.write') && (
          <KeyLink of="E" to="edit">
            correct the header
          </KeyLink>
        )}
        <KeyLink of="R" to="request">
          {sheet.request ? 'the request' : 'enter the request'}
        </KeyLink>
        <KeyLink of="V" to="vessels">
          samples and labels
        </KeyLink>
        <KeyLink of="H" to="history">
          history
        </KeyLink>
        {revised && (
          <span>
            header corrected {shortDay(revised.at, session.laboratory.zone)} by {revised.by}: {revised.reason}
          </span>
        )}
      </div>
    </>
  );
  return opened === null ? (
    <main>{page}</main>
  ) : (
    <Station
      of={opened}
      slip={
        <>
          {slips.map((slip) => (
            <Slip key={slip.title} {...slip} mark={slip.outcome} />
          ))}
          <p>
            <Inline onClick={() => setOpened(null)}>close the working</Inline>
          </p>
        </>
      }
    >
      {page}
    </Station>
  );
}

interface SheetHeadProps {
  sheet: LotSheetView;
  opener: (step: StepLine['step']) => (() => void) | undefined;
}

/** What the lot is, who asked for it, and its figures as they stand. */
function SheetHead({ sheet, opener }: SheetHeadProps) {
  const { header } = sheet;
  const mass = carried(header.mass);
  return (
    <div className="sheet-head d-flex flex-wrap justify-content-between align-items-end gap-3 pb-2">
      <div>
        <span className="fig soft fw-medium">
          {header.reference}
          {sheet.code && ` · ${sheet.code}`}
        </span>
        <h1 className="fs-2">
          <i>{header.species}</i>, {sheet.commonName}
        </h1>
        <span className="soft">
          {[
            header.variety && `variety ${header.variety}`,
            `harvested ${header.harvestMonth ? `${MONTHS[header.harvestMonth - 1] ?? ''} ` : ''}${header.harvestYear}`,
            header.origin,
            `evaluated by ${sheet.edition.name}`,
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
        <Asked sheet={sheet} />
      </div>
      <div className="d-flex gap-4 flex-wrap">
        <Fact
          figure={massText(mass)}
          what={[
            header.containers === 0 || !header.containerMass
              ? 'in bulk'
              : `${header.containers} × ${massText(carried(header.containerMass))}`,
            mass.unit !== header.mass.unit && `entered as ${massText(header.mass)}`,
          ]
            .filter(Boolean)
            .join(', ')}
        />
        {sheet.figures.map(({ step, figure }) => (
          <Fact key={step} figure={figure} what={FIGURES[step] ?? step} open={opener(step)} />
        ))}
      </div>
    </div>
  );
}
