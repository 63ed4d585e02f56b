import type { vendor as en } from '../en/vendor.ts';

export const vendor: Record<keyof typeof en, string> = {
  'vendor.invoices_in': 'Fakturiert in {currency}; {terms}',
  'vendor.set_up': 'Einrichtung',
  'vendor.received_not_billed': 'Eingegangen und nicht berechnet',
  'vendor.all_billed': 'Alles Eingegangene ist berechnet.',
  'vendor.prices_moved': 'Preise und ihre Entwicklung',
  'vendor.nothing_ordered': 'Noch nichts wurde bestellt.',
  'vendor.on_time_in_full': 'Pünktlich und vollständig',
  'vendor.none_due': 'Noch keine Position mit Termin war fällig.',
  'vendor.on_time': 'Pünktlich',
  'vendor.in_full': 'Vollständig',
  'vendor.both': 'Beides',
  'vendor.both_of_all': 'Beides, Anteil',
};
