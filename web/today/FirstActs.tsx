import { useSession } from '../api/session.tsx';
import { ExampleBox } from '../register/Example.tsx';
import { type Way, Ways } from '../ui/Ways.tsx';

/** What one begins with where nothing is yet: a laboratory without lots, a store without packets. */
export default function FirstActs({ empty }: { empty: { lots: boolean; store: boolean } }) {
  const { may } = useSession();
  const lots: readonly Way[] = [
    ...(may('lot.write') ? [['/lots/new', 'Add the first lot', 'kind, mass, containers'] as const] : []),
    ...(may('import.write') ? [['/lots/import', 'Import lots', 'from a spreadsheet or another program'] as const] : []),
    ...(may('people.write') ? [['/people', 'Add people', 'and say what the laboratory is called'] as const] : []),
  ];
  const packets: readonly Way[] = may('store.write')
    ? [
        ['/store/new', 'Add the first packet', 'what it is, how much, where it lies'],
        ['/store/lists', 'Import a packet list', 'as you have kept it until now'],
        ['/store/places', 'Map the store', 'rooms, cupboards, drawers'],
      ]
    : [];
  return (
    <>
      <div className="ways mt-3">
        <Ways title="Begin with the laboratory" ways={empty.lots ? lots : []} />
        <Ways title="Begin with the store" ways={empty.store ? packets : []} />
      </div>
      <ExampleBox />
    </>
  );
}
