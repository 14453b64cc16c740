/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const CLEANING_FAULTS = {
  'shed.no-such-batch': 'There is no such batch.',
  'shed.no-such-machine': 'There is no such machine.',
  'shed.no-such-load': 'There is no such appointment.',
  'shed.no-such-vessel': 'There is no such vessel in this batch. Choose one of its vessels.',
  'shed.no-such-pass': 'There is no such pass in this batch.',
  'shed.vessel-there-already': 'This vessel is there already: pour into it, or name a new one.',
  'shed.pass-there-already': 'This pass was started already.',
  'shed.pass-ended': 'This pass has ended. Start another pass, or correct what was written.',
  'shed.not-a-soak': 'Only washed, floated or fermented seed is soaked.',
  'shed.not-a-drying': 'Only a pass that dries takes these figures.',
  'shed.not-a-sorting': 'Only a pass of hand sorting takes these figures.',
  'shed.closed': 'This batch is closed. Cross out its closing to go on.',
  'shed.passes-run': 'A pass still runs. End it, then close the batch.',
  'shed.part-not-weighed': 'A part is weighed as it is taken. Weigh it, or take all of it.',
  'shed.blown-is-not-kept': 'What is blown off and not kept goes into no vessel. Choose light seed to keep it.',
  'shed.not-struckable': 'This line cannot be crossed out.',
  'shed.corrects-another-kind': 'A line is corrected by one of its own kind.',
  'shed.struck-already': 'This line is crossed out already.',
  'shed.names-it-twice': 'One vessel is named twice.',
  'shed.no-bushel': 'No trade bushel is known for this kind. Write its weight.',
  'shed.above-nothing': 'This must weigh more than nothing.',
  'shed.rests-on-it': 'Later lines rest on this one. Cross them out first, the latest one first.',
  'shed.empty': ({ vessel }: { vessel: string }) =>
    `${vessel} is empty: nothing came into it yet, or all of it was taken.`,
  'shed.own-outlet': ({ vessel }: { vessel: string }) =>
    `${vessel} feeds this pass. Let what comes off fall into another vessel, and run that again.`,
  'shed.already-open': ({ vessel }: { vessel: string }) => `${vessel} stands open already.`,
  'shed.target-above': ({ now }: { now: number }) =>
    `The moisture wanted lies above the present moisture of ${now} %: drying takes water out.`,
  'shed.no-such-screen': ({ text }: { text: string }) =>
    `There is no screen “${text}”. Write its hole, for example 5.5 round, 14/64, 2.0 slot or 20 mesh, from 0.1 to 60 mm.`,
  'shed.machine-runs': ({ name, batch }: { name: string; batch: string }) =>
    `${name} runs for batch ${batch}. End that pass first.`,
  'shed.clean-down-missing': ({ name, kind, batch }: { name: string; kind: string; batch: string }) =>
    `${name} was last used for ${kind} (batch ${batch}) and was not cleaned down since. Record the clean-down first.`,
  'shed.parts-not-looked-at': ({ parts }: { parts: string }) => `Not looked into yet: ${parts}.`,
  'shed.locked-out': 'Lock the machine out before hands go in: say that it was.',
  'shed.machine-in-use': 'A pass still runs on it. End the pass first.',
  'shed.another-open': ({ others }: { others: string }) =>
    `Cover these or move them away first: ${others}. One vessel is open at a bench at a time.`,
  'shed.may-not-go': ({ why }: { why: string }) => `This may not go there: ${why}.`,
  'shed.treatment-missing': 'Say with what it was treated.',
  'shed.no-load': 'Write the load first: there is nothing that could be paid for.',
  'shed.seen-before-start': 'This lies before the pass began.',
  'shed.line-of-another': 'This line was written for another batch.',
  'shed.load-arrived': 'This load has arrived already.',
  'shed.truck-too-large': ({ figure, name }: { figure: string; name: string }) =>
    `The truck does not fit ${name}: ${figure}.`,
  'shed.bags-hold-more': ({ bagsKg, thereKg }: { bagsKg: string; thereKg: string }) =>
    `These bags hold ${bagsKg} kg, the vessel only ${thereKg} kg.`,
  'shed.say-reference': 'Give the lot its reference.',
  'shed.say-each': 'Say what a bag holds.',
  'shed.not-for-eating-treated':
    'Seed treated with a poison or with something unknown is never given away for food, feed or oil.',
};
