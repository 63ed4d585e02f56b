import type { imports as en } from '../en/imports.ts';

export const imports: Record<keyof typeof en, string> = {
  'imports.new': 'Neuer Eintrag.',
  'imports.is_so': 'Keine Änderung.',
  'imports.changes': 'Ändert {fields}.',
  'imports.second': 'Eine zweite Person genehmigt {fields}.',
  'imports.wrong_lines':
    '{count, plural, one {# Zeile ist} other {# Zeilen sind}} falsch: die Datei berichtigen und neu vorlegen, oder sie weglassen.',
  'imports.stopped': 'Das Laden wurde angehalten: neu starten, um fortzufahren.',
  'imports.at_field': '{field}:',
  'imports.opening-stock': 'Anfangsbestand',
  'imports.orders': 'Bestellungen',
  'imports.receipts': 'Wareneingänge',
  'imports.job_cancelled': 'Es wurde abgebrochen: neu starten, um fortzufahren.',
  'imports.job_stopped': 'Es wurde angehalten: neu starten, um fortzufahren.',
};
