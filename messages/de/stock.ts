import type { stock as en } from '../en/stock.ts';

export const stock: Record<keyof typeof en, string> = {
  'stock.about': 'Menge, Wert und Stückkosten nach heutigem Stand, in {currency}',
  'stock.none': 'Noch nichts ist auf Lager',
  'stock.none_more':
    'Ware kommt durch einen Wareneingang herein oder als Anfangsbestand aus einer Datei unter Einrichtung.',
  'stock.value_in': 'Wert, {currency}',
  'stock.movements': 'Bewegungen',
  'stock.posted': 'Gebucht',
  'stock.in': 'Zugang',
  'stock.out': 'Abgang',
  'stock.balance': 'Bestand',
  'stock.balance_in': 'Bestand, {currency}',
  'stock.kept_as': '{method} · {warehouse} · geführt in {unit} ·',
};
