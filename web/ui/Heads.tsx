/** A head over figures, which stand to the right. */
export const num = (words: string): readonly [string, 'num'] => [words, 'num'];

/** The heads of a short table, in their order; long ones are a `DataTable`. */
export function Heads({ of }: { of: readonly (string | readonly [words: string, className: string])[] }) {
  return (
    <thead>
      <tr>
        {of.map((one, i) => {
          const [words, className] = typeof one === 'string' ? [one] : one;
          return (
            <th key={i} className={className}>
              {words}
            </th>
          );
        })}
      </tr>
    </thead>
  );
}
