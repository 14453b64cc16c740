import Joi from 'joi';
import type { CheckState } from '@mercato/core/devices/judgeBalance';
import { lineReader } from '@mercato/core/devices/linePattern';
import type { BalanceState } from '@mercato/core/devices/watchReadings';
import { eitherOf, form, oneOf, optional, type ValueOf } from '../http/body.ts';
import { decimalText, portOfAddress, reason, refusal, text, wholeNumber } from '../http/fields.ts';

/** How a balance is reached and read, and what is asked of it. */
export interface BalanceSettings {
  name: string;
  /** `tcp://host:port`, read by the server; `serial`, read by the browser; empty, read by eye. */
  address: string;
  /** How its lines read; see `lineReader`. */
  pattern: string;
  /** The line that it sends when it is overloaded. */
  overload: string;
  /** What is sent to it to take the tare; empty = it has no such command. */
  tare: string;
  /** Of the serial port. */
  baudRate: number;
  /** Smallest step, g. */
  resolution: string;
  /** Largest difference that a check weight may show, g. */
  tolerance: string;
  /** How long a check holds, h. */
  checkHours: number;
}
export type BalanceChange = ValueOf<typeof balanceSchema>;

const ADDRESS = /^(tcp:\/\/[A-Za-z0-9.-]{1,120}:\d{1,5}|serial|)$/;

export const balanceSchema = form('balance', {
  name: text(40).required().messages({ 'string.empty': 'give it a name' }),
  address: Joi.string()
    .allow('')
    .pattern(ADDRESS)
    .custom(portOfAddress)
    .required()
    .messages({ 'string.pattern.base': 'write tcp://address:port, serial, or nothing for one that is read by eye' }),
  pattern: text(120)
    .required()
    .custom((value: string, helpers) => {
      try {
        lineReader(value);
        return value;
      } catch (error) {
        return refusal(helpers, error instanceof Error ? error.message : 'the pattern cannot be read');
      }
    }),
  overload: text(60, 0).required(),
  tare: text(60, 0).required(),
  baudRate: wholeNumber(300, 921_600),
  resolution: decimalText('the smallest step').custom((value: string, helpers) =>
    /^(0?\.0*)?1$|^0\.0*[125]$|^[125]$/.test(value)
      ? value
      : helpers.message({ custom: 'the smallest step is 1, 2 or 5 in its last place, such as 0.001' }),
  ),
  tolerance: decimalText('the largest difference'),
  checkHours: wholeNumber(1, 8784),
  reason: optional(reason()),
});

export type NewCheck = ValueOf<typeof newCheckSchema>;
export const newCheckSchema = form('newCheck', {
  /** The check weight, g. */
  nominal: decimalText('the check weight').custom((value: string, helpers) =>
    Number(value) > 0 ? value : helpers.message({ custom: 'a check weight weighs more than nothing' }),
  ),
  /** What the balance showed of it, g. */
  shown: decimalText('what the balance showed'),
});

/** What a simulated balance is told; a real one has a pan. */
export type BalanceAct = ValueOf<typeof balanceActSchema>;
export const balanceActSchema = eitherOf('what', {
  tare: {},
  put: {
    grams: Joi.string()
      .pattern(/^-?\d{1,6}(\.\d{1,6})?$/)
      .required()
      .messages({ 'string.pattern.base': 'grams are a plain number such as 0.018' }),
  },
  clear: {},
  fault: {
    fault: oneOf(['draught', 'silence', 'garbage', 'drop']),
  },
});

export interface CheckView extends NewCheck {
  tolerance: string;
  passed: boolean;
  by: string;
  at: string;
}

export interface BalanceView extends BalanceSettings {
  id: string;
  version: number;
  /** A stand-in: seed can be put on it from the screen. */
  simulated: boolean;
  check: CheckState;
  /** Newest first, the last twenty. */
  checks: CheckView[];
}
export interface BalanceList {
  balances: BalanceView[];
}

/** What a balance shows, with ages instead of times: two clocks never agree. */
export interface BalanceShown {
  state: BalanceState['state'];
  text: string | null;
  negative: boolean;
  /** How long it has stood still, ms. */
  steadyForMs: number | null;
  /** How old the last line is, ms. */
  ageMs: number | null;
  garbage: number;
  /** Whether the line to it is open. */
  reached: boolean;
}

/** On which balance a figure was weighed, by the field that it stands in. */
export interface WeighedOn {
  balanceId: string;
  /** Why it was used although its check is overdue or failed. */
  why?: string;
}
/** Balances by the field that was weighed on them. */
export const weighedOnSchema = Joi.object<Record<string, WeighedOn>>()
  .pattern(
    Joi.string().max(200),
    Joi.object<WeighedOn, true>({ balanceId: Joi.string().guid().required(), why: text(300, 3).optional() }),
  )
  .max(400)
  .optional();

/** The command that went to a balance. */
export interface SentLine {
  sent: string;
}
