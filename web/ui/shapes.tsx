import type { Mark } from '@mercato/contract/lot-sheet/standing';
import type { SeedClass } from '@mercato/core/units/seedCounts';

const WORDS: Readonly<Record<Mark, string>> = {
  within: 'within',
  near: 'near the limit',
  outside: 'outside',
  'not-judged': 'not evaluated',
  next: 'next',
  waits: 'waits',
};

/** How something stands, by shape before colour; `word` says it beside the shape, otherwise to screen readers alone. */
export function VerdictMark({ mark, word = false }: { mark: Mark; word?: boolean }) {
  return (
    <span className={`verdict ${mark}`}>
      <svg
        className="shape"
        width="16"
        height="16"
        aria-hidden={word}
        role={word ? undefined : 'img'}
        aria-label={word ? undefined : WORDS[mark]}
      >
        {markShape(mark)}
      </svg>
      {word && <span>{WORDS[mark]}</span>}
    </span>
  );
}

function markShape(mark: Mark) {
  switch (mark) {
    case 'within':
      return <circle cx="8" cy="8" r="6" fill="var(--within)" />;
    case 'near':
      return <path d="M8 2L15 14L1 14Z" fill="none" stroke="var(--near)" strokeWidth="2" />;
    case 'outside':
      return <rect x="2" y="2" width="12" height="12" fill="var(--outside)" />;
    case 'next':
      return <path d="M3 8H12M8 3.5L12.5 8L8 12.5" fill="none" stroke="var(--next)" strokeWidth="2.2" />;
    default:
      return (
        <circle cx="8" cy="8" r="6" fill="none" stroke="var(--rule-strong)" strokeWidth="1.5" strokeDasharray="3 2.4" />
      );
  }
}

/** The mark of one seed class, centred at (x, y) with half-size s. */
export function seedShape(kind: SeedClass, x: number, y: number, s: number, key?: number) {
  const colour = `var(--${kind})`;
  switch (kind) {
    case 'normal':
      return <circle key={key} cx={x} cy={y} r={s} fill={colour} />;
    case 'abnormal':
      return (
        <path
          key={key}
          d={`M${x} ${y - s * 1.15}L${x + s * 1.1} ${y + s * 0.8}L${x - s * 1.1} ${y + s * 0.8}Z`}
          fill={colour}
        />
      );
    case 'hard':
      return (
        <rect
          key={key}
          x={x - s * 0.85}
          y={y - s * 0.85}
          width={s * 1.7}
          height={s * 1.7}
          fill="none"
          stroke={colour}
          strokeWidth={s * 0.45}
        />
      );
    case 'fresh':
      return (
        <g key={key}>
          <circle cx={x} cy={y} r={s * 0.85} fill="none" stroke={colour} strokeWidth={s * 0.4} />
          <path d={`M${x - s * 0.85} ${y}A${s * 0.85} ${s * 0.85} 0 0 0 ${x + s * 0.85} ${y}Z`} fill={colour} />
        </g>
      );
    case 'dead':
      return (
        <path
          key={key}
          stroke={colour}
          strokeWidth={s * 0.5}
          strokeLinecap="round"
          d={`M${x - s * 0.8} ${y - s * 0.8}L${x + s * 0.8} ${y + s * 0.8}M${x + s * 0.8} ${y - s * 0.8}L${x - s * 0.8} ${y + s * 0.8}`}
        />
      );
  }
}

export function SeedMark({ kind }: { kind: SeedClass }) {
  return (
    <svg className="shape" width="16" height="16" aria-hidden="true">
      {seedShape(kind, 8, 8, 6)}
    </svg>
  );
}
