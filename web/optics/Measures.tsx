import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Form, Table } from 'react-bootstrap';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import type { FoundSeed } from '@mercato/core/optics/countSeeds';
import { mmPerPixel, type Scale, spreadOf, thicknessEstimate, throughRound } from '@mercato/core/optics/scale';
import { reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { Small } from '../ui/Buttons.tsx';
import { Fold } from '../ui/Fold.tsx';
import { Heads } from '../ui/Heads.tsx';
import { TextField } from '../ui/fields.tsx';
import { figureOf } from '../ui/typedBody.ts';
import type { Counted } from './count.worker.ts';

type By = 'none' | 'bar' | 'ends' | 'sheet' | 'scan';
const SHEETS = [
  ['297', 'A4'],
  ['210', 'A5'],
  ['148', 'A6'],
  ['279.4', 'US letter'],
] as const;

interface MeasuresProps {
  counted: Counted;
  /** Seeds that count now. */
  now: number;
  /** Those that sizes are taken from: what is odd says nothing of the others. */
  of: readonly FoundSeed[];
  ends: readonly (readonly [number, number])[];
  measure: () => void;
}

const positive = (typed: string): number | null => {
  const value = figureOf(typed);
  return typeof value === 'number' && value > 0 ? value : null;
};

/** What the count comes to: sizes by a known length, round screens by width, weight of a thousand by the mass. */
export function Measures({ counted, now, of, ends, measure }: MeasuresProps) {
  const { shown, count, perInch, share } = counted;
  const [bar] = count.bars;
  const [by, setBy] = useState<By>(bar ? 'bar' : perInch ? 'scan' : 'none');
  const [length, setLength] = useState('');
  const [inch, setInch] = useState(perInch === null ? '' : String(perInch));
  const [sheet, setSheet] = useState<string>(SHEETS[0][0]);
  const [mass, setMass] = useState('');
  const [wanted, setWanted] = useState('');
  const scale = scaleOf();
  function scaleOf(): Scale | null {
    const lengthMm = positive(length);
    const [one, two] = ends;
    if (by === 'bar' && bar && lengthMm) return { by: 'mark', lengthPx: bar.lengthPx, lengthMm };
    if (by === 'ends' && one && two && lengthMm) {
      const lengthPx = Math.hypot(one[0] - two[0], one[1] - two[1]);
      return lengthPx > 0 ? { by: 'mark', lengthPx, lengthMm } : null;
    }
    if (by === 'sheet') return { by: 'sheet', widthPx: shown.width, heightPx: shown.height, longSideMm: Number(sheet) };
    const dots = positive(inch);
    return by === 'scan' && dots ? { by: 'scan', perInch: dots, share } : null;
  }
  const mm = scale && mmPerPixel(scale);
  const grams = positive(mass);
  const should = positive(wanted);
  return (
    <>
      <section className="mt-3">
        <h2 className="fs-5">How large they are</h2>
        <Form.Group className="field" controlId="scale-by">
          <Form.Label>known by</Form.Label>
          <Form.Select value={by} onChange={(event) => setBy(event.target.value as By)}>
            <option value="none">nothing: sizes in pixels</option>
            {bar && <option value="bar">the bar in the picture</option>}
            <option value="ends">two ends that I press on</option>
            <option value="sheet">the sheet that fills the picture</option>
            <option value="scan">dots per inch of the scan</option>
          </Form.Select>
        </Form.Group>
        {(by === 'bar' || by === 'ends') && (
          <>
            {by === 'ends' && (
              <Small onClick={measure}>{ends.length === 2 ? 'Press anew' : 'Press on both ends'}</Small>
            )}
            <TextField label="how long that is, mm" figure value={length} onChange={setLength} />
          </>
        )}
        {by === 'sheet' && (
          <Form.Group className="field" controlId="scale-sheet">
            <Form.Label>sheet</Form.Label>
            <Form.Select value={sheet} onChange={(event) => setSheet(event.target.value)}>
              {SHEETS.map(([long, name]) => (
                <option key={long} value={long}>
                  {name}, {long} mm long
                </option>
              ))}
            </Form.Select>
          </Form.Group>
        )}
        {by === 'scan' && <TextField label="dots per inch" figure value={inch} onChange={setInch} />}
        <Sizes of={of} mm={mm} />
      </section>
      {mm !== null && of.length > 1 && <Screens of={of} mm={mm} />}
      <section className="mt-3">
        <h2 className="fs-5">What they weigh</h2>
        <TextField label="all of them together, g" figure value={mass} onChange={setMass} />
        {grams !== null && now > 0 && (
          <p role="status">
            <span className="fig fs-4">{((grams / now) * 1000).toPrecision(4)}</span> g for 1000 seeds ·{' '}
            {(now / grams).toPrecision(3)} seeds in a gram
          </p>
        )}
        <TextField label="seeds that should lie there" figure inputMode="numeric" value={wanted} onChange={setWanted} />
        {should !== null && (
          <p role="status" className={should === now ? 'within' : 'outside'}>
            {should === now
              ? `${now} lie there.`
              : should > now
                ? `${should - now} are missing.`
                : `${now - should} too many.`}
          </p>
        )}
      </section>
      {mm !== null && grams !== null && <Thickness of={of} mm={mm} massG={(grams / Math.max(1, now)) * of.length} />}
    </>
  );
}

/** So many figures that count, never as a power of ten. */
const short = (value: number, figures = 3) => String(Number(value.toPrecision(figures)));

function Sizes({ of, mm }: { of: readonly FoundSeed[]; mm: number | null }) {
  const unit = mm === null ? 'px' : 'mm';
  const factor = mm ?? 1;
  const rows = (
    [
      ['length', of.map((one) => one.lengthPx * factor), unit],
      ['width', of.map((one) => one.widthPx * factor), unit],
      ['area', of.map((one) => one.areaPx * factor * factor), `${unit}²`],
      ['length to width', of.map((one) => one.lengthPx / one.widthPx), ''],
    ] as const
  ).map(([name, values, unitOf]) => ({ name, unit: unitOf, spread: spreadOf(values) }));
  if (!rows[0]?.spread) return <p className="soft">Sizes need two seeds that are not odd.</p>;
  return (
    <Table size="sm">
      <Heads of={['size', 'mean', 'sd', 'nine in ten']} />
      <tbody>
        {rows.map(
          ({ name, unit, spread }) =>
            spread && (
              <tr key={name}>
                <td className="serif">
                  {name} {unit && <span className="soft">{unit}</span>}
                </td>
                <td className="fig">{short(spread.mean)}</td>
                <td className="fig">{short(spread.sd, 2)}</td>
                <td className="fig">
                  {short(spread.low)}–{short(spread.high)}
                </td>
              </tr>
            ),
        )}
      </tbody>
    </Table>
  );
}

const useScreens = () => {
  const { may } = useSession();
  return useQuery({ ...reading(cleaningRoutes.figures, {}), staleTime: Infinity, enabled: may('lots.read') }).data;
};

/** Round holes that part this seed, by its width. */
function Screens({ of, mm }: { of: readonly FoundSeed[]; mm: number }) {
  const figures = useScreens();
  const widths = of.map((one) => one.widthPx * mm);
  const holes = (figures?.screens ?? [])
    .flatMap(({ name, screen, inches }) =>
      screen.shape === 'round'
        ? [{ name, inches, hole: screen.holeMm, through: throughRound(widths, screen.holeMm) }]
        : [],
    )
    .sort((a, b) => a.hole - b.hole);
  // Those that let some through and hold some back, and one on either side.
  const first = holes.findIndex((one) => one.through > 0);
  const last = holes.findLastIndex((one) => one.through < 1);
  const near = first < 0 ? [] : holes.slice(Math.max(0, first - 1), last + 2);
  if (near.length === 0) return null;
  return (
    <section className="mt-3">
      <Fold title="Round screens">
        <p className="soft">
          A round hole parts by width. A slot parts by thickness, which a picture from above never shows: take a
          caliper, or a picture of seeds on edge.
        </p>
        <Table size="sm">
          <Heads of={['round hole', 'mm', 'go through']} />
          <tbody>
            {near.map(({ name, hole, through }) => (
              <tr key={name}>
                <td className="serif">{name}</td>
                <td className="fig">{hole.toFixed(2)}</td>
                <td className="fig">{(through * 100).toFixed(0)} %</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Fold>
    </section>
  );
}

/** How thick they would be by their mass: an estimate, for slots to try first. */
function Thickness({ of, mm, massG }: { of: readonly FoundSeed[]; mm: number; massG: number }) {
  const figures = useScreens();
  const [name, setName] = useState('');
  const particle = figures?.particles.find((one) => one.name === name);
  if (!figures || of.length === 0) return null;
  const thick =
    particle &&
    thicknessEstimate(
      of.map((one) => ({ lengthMm: one.lengthPx * mm, widthMm: one.widthPx * mm })),
      massG * 1000,
      particle.densityGCm3,
      particle.shapeFactor,
    );
  return (
    <section className="mt-3">
      <Fold title="Thickness, estimated">
        <Form.Group className="field" controlId="thick-as">
          <Form.Label>dense and shaped as</Form.Label>
          <Form.Select value={name} onChange={(event) => setName(event.target.value)}>
            <option value="">choose</option>
            {figures.particles.map((one) => (
              <option key={one.name}>{one.name}</option>
            ))}
          </Form.Select>
        </Form.Group>
        {thick !== undefined && (
          <p>
            About <span className="fig">{thick.toPrecision(2)} mm</span> thick: estimated by what they weigh, with
            density and shape from memory. Take a caliper before you set a slot.
          </p>
        )}
      </Fold>
    </section>
  );
}
