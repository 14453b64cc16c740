/** Says how much of a computation is done, 0..1. */
export type TellShare = (share: number) => unknown;

/** Runs a computation to its end, and says on the way how far it is: no more often than a picture of a bar can show. */
export function runSteps<R>(steps: Generator<number, R>, tell: TellShare): R {
  let told = 0;
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (step.value - told < 0.01) continue;
    told = step.value;
    tell(told);
  }
}
