import type { PurityAnalysis } from '@mercato/core/purity/analysePurity';
import { type Component, COMPONENT_NAMES } from '@mercato/core/units/components';
import { Exact } from '@mercato/core/units/mass';
import { InertProposals, SpeciesProposals } from '../register/names.tsx';
import { Inline } from '../ui/Buttons.tsx';
import type { PurityValues } from './entry.ts';

const COLOURS: Readonly<Record<Component, string>> = {
  pureSeed: 'var(--normal)',
  otherSeeds: 'var(--abnormal)',
  otherCropSeed: 'var(--hard)',
  weedSeed: 'var(--abnormal)',
  inertMatter: 'var(--inert)',
};

export function Proposals({ parts }: { parts: PurityValues['parts'] }) {
  const named = (component: Component) => parts.some((one) => one.component === component);
  return (
    <>
      {named('otherSeeds') && <SpeciesProposals id="species-otherSeeds" />}
      {named('otherCropSeed') && <SpeciesProposals id="species-otherCropSeed" usually={['crop', 'either']} />}
      {named('weedSeed') && <SpeciesProposals id="species-weedSeed" usually={['weed', 'either']} />}
      {named('inertMatter') && <InertProposals id="inert-kinds" />}
    </>
  );
}

interface SumLineProps {
  analysis: PurityAnalysis | null;
  decimals: number | null;
  open: () => void;
}

export function SumLine({ analysis, decimals, open }: SumLineProps) {
  return (
    <div className="row-entry sum">
      <span className="serif">Sum of parts</span>
      <span className="fig fs-4 c-3 text-end pe-1">
        {analysis && decimals !== null ? new Exact(analysis.sumG).toFixed(decimals) : '—'}
      </span>
      <span className="pct">{analysis ? (100).toFixed(analysis.percentDecimals) : ''}</span>
      <span className={analysis?.retest ? 'outside' : 'kind'}>
        {analysis && (
          <Inline className="opens" onClick={open}>
            {changeWords(analysis)}
          </Inline>
        )}
      </span>
    </div>
  );
}

export function ShareBar({ analysis }: { analysis: PurityAnalysis }) {
  return (
    <>
      <div
        className="share"
        role="img"
        aria-label={analysis.shares.map((one) => `${COMPONENT_NAMES[one.component]} ${one.percent} %`).join(', ')}
      >
        {analysis.shares.map((one) => (
          <div key={one.component} style={{ width: `${one.exactPercent}%`, background: COLOURS[one.component] }} />
        ))}
      </div>
      <div className="soft small">
        {analysis.shares.map((one) => COMPONENT_NAMES[one.component]).join(' · ')}, drawn to scale
      </div>
    </>
  );
}

function changeWords(analysis: PurityAnalysis): string {
  const change = Math.abs(analysis.changePercent).toFixed(1);
  const way = analysis.changePercent > 0 ? 'Gain' : 'Loss';
  return `${way} ${change} %, maximum ${analysis.verdict.limit} %${analysis.retest ? ': retest' : ''}`;
}
