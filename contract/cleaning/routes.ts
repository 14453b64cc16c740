import { file, filled, read, schemasOf, writes } from '../http/route.ts';
import type { BatchList, BatchView, GoneList, RememberedList } from './views.ts';
import type { LoadList, MachineList, ShedFiguresView } from './machines.ts';

const schema = schemasOf(() => import('./batches.ts'));
const ofMachines = schemasOf(() => import('./machines.ts'));

const batch = read('/shed/batches/:batch', 'shed.read', ['shed-batch']).answers<BatchView>();
const fills = (view: BatchView) => filled(batch, { batch: view.id });
const machines = read('/shed/machines', 'shed.read', ['machines']).answers<MachineList>();
const fillsMachines = () => filled(machines, {});
const loads = read('/shed/loads', 'shed.read', ['loads']).answers<LoadList>();
const fillsLoads = () => filled(loads, {});

const batchWrites = writes('shed.write', ['shed-batch', 'shed-batches', 'machines']);
const machineWrites = writes('shed.write', ['machines']);
const loadWrites = writes('shed.write', ['loads']);

export const cleaningRoutes = {
  figures: read('/shed/figures', 'shed.read', ['rule-books']).answers<ShedFiguresView>(),
  batches: read('/shed/batches', 'shed.read', ['shed-batches'], ['q', 'state', 'page', 'sort']).answers<BatchList>(),
  batch,
  remembered: read(
    '/shed/remembered',
    'shed.read',
    ['shed-batches'],
    ['species', 'kind', 'method'],
  ).answers<RememberedList>(),
  gone: read('/shed/screenings', 'shed.read', ['shed-batches'], ['year', 'page']).answers<GoneList>(),
  labels: file('/shed/batches/:batch/labels.pdf', 'shed.read', 'application/pdf', ['layout', 'vessels']),
  start: batchWrites
    .add('/shed/batches', schema('newBatchSchema'), { changes: ['shed-batches', 'store', 'loads'] })
    .answers(fills),
  change: batchWrites.seen.put('/shed/batches/:batch', schema('batchChangeSchema')).answers(fills),
  /** A line's own address comes from the phone, so that one that is sent twice stands once. */
  write: batchWrites.put('/shed/batches/:batch/lines/:line', schema('newLineSchema')).answers(fills),
  bag: batchWrites
    .post('/shed/batches/:batch/bags', schema('bagSchema'), {
      changes: ['shed-batch', 'shed-batches', 'store', 'lots'],
    })
    .answers(fills),
  machines,
  addMachine: machineWrites.add('/shed/machines', ofMachines('machineSchema')).answers(fillsMachines),
  changeMachine: machineWrites.seen.put('/shed/machines/:machine', ofMachines('machineSchema')).answers(fillsMachines),
  removeMachine: machineWrites.seen
    .remove('/shed/machines/:machine', ofMachines('machineRemovalSchema'))
    .answers(fillsMachines),
  cleanDown: machineWrites
    .post('/shed/machines/:machine/clean-downs', ofMachines('cleanDownSchema'))
    .answers(fillsMachines),
  loads,
  addLoad: loadWrites.add('/shed/loads', ofMachines('loadSchema')).answers(fillsLoads),
  changeLoad: loadWrites.seen.put('/shed/loads/:load', ofMachines('loadSchema')).answers(fillsLoads),
};
