import type { CodeFault } from '@mercato/core/register/code';

/** Why what was scanned or typed is no code of a label. */
export function codeFaultWords(fault: CodeFault): string {
  switch (fault.is) {
    case 'length':
      return `A code is * and ${fault.wanted} characters; this has ${fault.length}.`;
    case 'letter':
      return `"${fault.letter}" does not occur in codes.`;
    case 'check':
      return `The check character is ${fault.found}, but ${fault.body} asks for ${fault.expected}: read it again.`;
  }
}
