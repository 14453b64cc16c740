import type { LanguageMessages } from 'joi';
import { keyWords } from '../words/text.ts';

/**
 * What a schema says of a value that cannot be, where it says nothing of its own: what is allowed, without the
 * program's name of the field, whose path stands beside it.
 */
export const PLAIN_MESSAGES: LanguageMessages = {
  'any.required': 'This is missing.',
  'any.only': 'This must be one of: {{#valids}}.',
  'any.invalid': 'This is not allowed here.',
  'any.unknown': 'This is not asked for here.',
  'object.unknown': 'This is not asked for here.',
  'object.base': 'This must be a group of fields.',
  'array.base': 'This must be a list.',
  'array.min': 'At least {#limit} are needed.',
  'array.max': 'At most {#limit} are allowed.',
  'array.length': 'Just {#limit} are needed.',
  'array.unique': 'This stands here twice.',
  'array.includes': 'This is not allowed in the list.',
  'array.includesRequiredUnknowns': 'Something is missing in the list.',
  'boolean.base': 'This must be yes or no.',
  'string.base': 'This must be text.',
  'string.empty': 'Write something here.',
  'string.min': 'Write at least {#limit} characters.',
  'string.max': 'Write at most {#limit} characters.',
  'string.length': 'Write just {#limit} characters.',
  'string.pattern.base': 'This is not written as it is asked for here.',
  'string.guid': 'This is not an id of this program.',
  'string.base64': 'This is not a file in base64.',
  'number.base': 'This must be a number.',
  'number.infinity': 'This must be a number.',
  'number.unsafe': 'This number is too large.',
  'number.integer': 'This must be a whole number.',
  'number.min': 'This must be {#limit} or more.',
  'number.max': 'This must be {#limit} or less.',
  'number.greater': 'This must be above {#limit}.',
  'number.less': 'This must be below {#limit}.',
  'number.positive': 'This must be above 0.',
  'alternatives.any': 'This is not one of what is allowed here.',
  'alternatives.match': 'This is not one of what is allowed here.',
  'alternatives.types': 'This is not one of what is allowed here.',
};

const LIMITS: readonly (readonly [said: RegExp, plain: string])[] = [
  [/^This must be ref:([\w.]+) or less\.$/, 'This must not be more than'],
  [/^This must be ref:([\w.]+) or more\.$/, 'This must not be less than'],
  [/^This must be above ref:([\w.]+)\.$/, 'This must be more than'],
  [/^This must be below ref:([\w.]+)\.$/, 'This must be less than'],
];

/**
 * One of the messages above without what only programs say: a list in brackets, nothing as `null`, another field as
 * `ref:`. What a schema says in words of its own, and what it repeats of what was typed, stays as it is.
 */
export function plainWords(message: string): string {
  const list = /^This must be one of: \[?([^\]]*)\]?\.$/.exec(message)?.[1];
  if (list !== undefined) {
    const said = list.split(', ').filter((one) => one !== '' && one !== 'null');
    return said.length === 0 ? 'This must stay empty.' : `This must be one of: ${said.join(', ')}.`;
  }
  for (const [said, plain] of LIMITS) {
    const path = said.exec(message)?.[1];
    if (path !== undefined) return `${plain} “${keyWords(path.split('.').at(-1) ?? path)}”.`;
  }
  return message;
}
