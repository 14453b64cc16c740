import Joi from 'joi';
import { BOOKS } from '@mercato/core/rule-books/edition';
import { oneOf } from '../http/body.ts';

/** Pieces that several calculation schemas share. Numbers are plain JSON numbers. */
export const number = () => Joi.number().required();
export const book = () => oneOf(BOOKS);
export const percent = () => number().min(0).max(100);
export const massG = () => number().min(0).max(1e9);
export const confidence = () => number().greater(0).less(1);
export const count = (most = 1e6) => number().integer().min(0).max(most);
