/** SQL: why somebody holds the payment of bill `d`; empty while nobody does. */
export const HELD_BY_HAND = `COALESCE((SELECT IF(h.step = 'held', w.note, '') FROM payment_hold h JOIN document w ON w.id = h.document_id WHERE h.of_id = d.id ORDER BY h.document_id DESC LIMIT 1), '')`;
