import { base, baseOrThrow, priceOrThrow } from '../exact/amounts.ts';
import { asFields, type Fields, isTrue, NotKnown, onlyKeys, optionalText, textOf } from '../reading/fields.ts';
import { percentOf } from '../state/caseStep.ts';
import { RATE_UNITS, type RateUnit, type TariffRate } from '../tariff/schedule.ts';

const TARIFF_KEYS = [
  'code',
  'measure',
  'origin',
  'preference',
  'from',
  'to',
  'percent',
  'perUnit',
  'unit',
  'combine',
  'floor',
  'cap',
  'limits',
  'suspended',
];

/** A row of a tariff schedule. */
export function tariffRate(fields: Fields, currency: string): TariffRate {
  onlyKeys(fields, TARIFF_KEYS, 'a tariff rate');
  const combine = optionalText(fields, 'combine') ?? 'sum';
  if (combine !== 'sum' && combine !== 'higher' && combine !== 'lower')
    throw new NotKnown(`a rate that is the ${combine} is not known`);
  const limits = optionalText(fields, 'limits') ?? 'line';
  if (limits !== 'line' && limits !== 'entry') throw new NotKnown(`limits of each ${limits} are not known`);
  const days = fields.suspended === undefined ? undefined : asFields(fields.suspended, 'suspended');
  const limit = (key: string) =>
    fields[key] === undefined ? undefined : base(baseOrThrow(textOf(fields, key), currency));
  return {
    measure: optionalText(fields, 'measure') ?? 'duty',
    code: textOf(fields, 'code'),
    origin: optionalText(fields, 'origin'),
    preference: isTrue(fields, 'preference'),
    from: optionalText(fields, 'from') ?? '0000-00-00',
    to: optionalText(fields, 'to'),
    percent: percentOf(optionalText(fields, 'percent') ?? '0'),
    perUnit: priceOrThrow(optionalText(fields, 'perUnit') ?? '0'),
    unit: rateUnit(optionalText(fields, 'unit') ?? 'stock unit'),
    combine,
    floor: limit('floor'),
    cap: limit('cap'),
    limits,
    suspended: days && { from: textOf(days, 'from'), to: optionalText(days, 'to') },
  };
}

/** What a rate of so much each is for. */
export function rateUnit(name: string): RateUnit {
  const unit = RATE_UNITS.find((known) => known === name.replace(' ', '-'));
  if (!unit) throw new NotKnown(`a rate per ${name} is not known`);
  return unit;
}
