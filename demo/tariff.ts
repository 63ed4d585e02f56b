/** Rates of duty, illustrative: they are no country's. Merino yarn by value and weight; an added tariff on looms of one origin. */
export const tariff = (from: string): string =>
  `measure,code,origin,preference,from,to,percent,per_unit,unit,combine
Duty,5107,,,${from},,4,0.12,kg,sum
Duty,5306,,,${from},,3,,,
Duty,5306,PT,yes,${from},,0,,,
Duty,8446,,,${from},,2.5,,,
Added tariff,8446,CN,,${from},,7.5,,,
Duty,8447,,,${from},,4.65,,,
Duty,3203,,,${from},,3.1,,,
Duty,8448,,,${from},,0,,,
`;
