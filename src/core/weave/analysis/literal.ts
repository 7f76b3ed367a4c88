import type { Param } from '../../steps';

/** Has a literal the type of a parameter? Numbers beyond its range fit: they are clamped where they are used. */
export function literalFits(param: Param, value: unknown): boolean {
  switch (param.type) {
    case 'number':
      return typeof value === 'number';
    case 'vector':
      return Array.isArray(value) && value.length === 3 && value.every((v) => typeof v === 'number');
    case 'colour':
      return typeof value === 'string' && /^#[0-9a-fA-F]{6}$/.test(value);
    case 'choice':
      return param.options.some((o) => o.id === value);
    case 'ramp':
      return entries(value, ['at', 'colour']);
    case 'curve':
      return entries(value, ['x', 'y']);
    case 'keys':
      return (param.moments === true && isEmpty(value)) || entries(value, ['at', 'value', 'ease']);
    case 'path':
      return entries(value, ['place']);
    case 'picture':
    case 'mesh':
    case 'text':
      return typeof value === 'string';
    case 'strand':
      return false;
  }
}

const isEmpty = (value: unknown) => Array.isArray(value) && value.length === 0;

const entries = (value: unknown, names: string[]) =>
  Array.isArray(value) &&
  value.length > 0 &&
  value.every((v: unknown) => typeof v === 'object' && v !== null && names.every((n) => n in v));
