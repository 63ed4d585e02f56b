import { XMLBuilder } from 'fast-xml-parser';
import { plainAccount, isIban } from './accountNumbers.ts';

export interface Party {
  readonly name: string;
  readonly account: string;
  /** The bank’s BIC; empty where it is not known. */
  readonly bank: string;
}

/** One payment of a run, as the bank is asked for it. Amounts as decimal text of their currency. */
export interface Transfer {
  /** What the bank gives back with everything that it says of it; at most 35 signs. */
  readonly reference: string;
  readonly amount: string;
  readonly currency: string;
  readonly to: Party;
  /** What it is for, as the payee reads it. */
  readonly purpose: string;
}

/** Transfers of one currency, on one day, from one account. */
export interface TransferGroup {
  readonly reference: string;
  readonly day: string;
  /** The company's account, and the currency that it is kept in. */
  readonly from: Party & { readonly currency: string };
  readonly sum: string;
  readonly transfers: readonly Transfer[];
}

export interface CreditTransfers {
  readonly reference: string;
  readonly made: string;
  readonly by: string;
  readonly sum: string;
  readonly groups: readonly TransferGroup[];
}

const NAMESPACE = 'urn:iso:std:iso:20022:tech:xsd:pain.001.001.09';

/** The order to the bank as ISO 20022 pain.001.001.09 (CustomerCreditTransferInitiation), its elements in the order of the schema. */
export function creditTransferXml({ reference, made, by, sum, groups }: CreditTransfers): string {
  const builder = new XMLBuilder({ ignoreAttributes: false, format: true, suppressEmptyNode: true });
  const count = groups.reduce((all, { transfers }) => all + transfers.length, 0);
  return builder.build({
    '?xml': { '@_version': '1.0', '@_encoding': 'UTF-8' },
    Document: {
      '@_xmlns': NAMESPACE,
      CstmrCdtTrfInitn: {
        GrpHdr: {
          MsgId: reference,
          CreDtTm: made,
          NbOfTxs: String(count),
          CtrlSum: sum,
          InitgPty: { Nm: within(by, 140) },
        },
        PmtInf: groups.map((group) => ({
          PmtInfId: group.reference,
          PmtMtd: 'TRF',
          NbOfTxs: String(group.transfers.length),
          CtrlSum: group.sum,
          ReqdExctnDt: { Dt: group.day },
          Dbtr: { Nm: within(group.from.name, 140) },
          DbtrAcct: { ...accountOf(group.from), Ccy: group.from.currency },
          DbtrAgt: bankOf(group.from) ?? { FinInstnId: { Othr: { Id: 'NOTPROVIDED' } } },
          CdtTrfTxInf: group.transfers.map((transfer) => {
            const bank = bankOf(transfer.to);
            return {
              PmtId: { InstrId: transfer.reference, EndToEndId: transfer.reference },
              Amt: { InstdAmt: { '#text': transfer.amount, '@_Ccy': transfer.currency } },
              ...(bank ? { CdtrAgt: bank } : {}),
              Cdtr: { Nm: within(transfer.to.name, 140) },
              CdtrAcct: accountOf(transfer.to),
              RmtInf: { Ustrd: within(transfer.purpose, 140) },
            };
          }),
        })),
      },
    },
  });
}

const bankOf = ({ bank }: Party) => (bank === '' ? undefined : { FinInstnId: { BICFI: bank.toUpperCase() } });

const accountOf = ({ account }: Party) => ({
  Id: isIban(account) ? { IBAN: plainAccount(account) } : { Othr: { Id: plainAccount(account).slice(0, 34) } },
});

/** No longer than the standard allows, and no signs that XML does not know. */
const within = (text: string, most: number): string => {
  const plain = text.replace(/[^\P{Cc}]/gu, ' ').trim();
  return plain.length <= most ? plain : `${plain.slice(0, most - 1)}…`;
};
