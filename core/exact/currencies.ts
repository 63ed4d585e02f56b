/** The currencies of ISO 4217 and their decimals. Two, unless listed otherwise. */
const WITH_TWO =
  'AED AFN ALL AMD AOA ARS AUD AWG AZN BAM BBD BDT BGN BMD BND BOB BOV BRL BSD BTN BWP BYN BZD CAD CDF CHE CHF CHW CNY COP COU CRC CUP CVE CZK ' +
  'DKK DOP DZD EGP ERN ETB EUR FJD FKP GBP GEL GHS GIP GMD GTQ GYD HKD HNL HTG HUF IDR ILS INR IRR JMD KES KGS KHR KPW KYD KZT LAK LBP LKR LRD LSL ' +
  'MAD MDL MGA MKD MMK MNT MOP MRU MUR MVR MWK MXN MXV MYR MZN NAD NGN NIO NOK NPR NZD PAB PEN PGK PHP PKR PLN QAR RON RSD RUB SAR SBD SCR SDG SEK ' +
  'SGD SHP SLE SOS SRD SSP STN SVC SYP SZL THB TJS TMT TOP TRY TTD TWD TZS UAH USD USN UYU UZS VED VES WST XAD XCD XCG YER ZAR ZMW ZWG';
const WITH_NONE = 'BIF CLP DJF GNF ISK JPY KMF KRW PYG RWF UGX UYI VND VUV XAF XOF XPF';
const WITH_THREE = 'BHD IQD JOD KWD LYD OMR TND';
const WITH_FOUR = 'CLF UYW';

const DECIMALS = new Map<string, number>(
  [WITH_NONE, '', WITH_TWO, WITH_THREE, WITH_FOUR].flatMap((codes, decimals) =>
    codes
      .split(' ')
      .filter(Boolean)
      .map((code) => [code, decimals] as const),
  ),
);

export function isCurrency(code: string): boolean {
  return DECIMALS.has(code);
}

/** How many decimals a currency's minor unit has. Throws for a code that ISO 4217 does not list. */
export function decimalsOf(code: string): number {
  const decimals = DECIMALS.get(code);
  if (decimals === undefined) throw new RangeError(`${code} is not a currency of ISO 4217`);
  return decimals;
}

/** The currencies whose minor unit is no hundredth. */
export const NOT_HUNDREDTHS: readonly string[] = [...DECIMALS].flatMap(([code, decimals]) =>
  decimals === 2 ? [] : [code],
);
