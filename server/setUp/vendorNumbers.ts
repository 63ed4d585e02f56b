import type { EntityManager } from 'typeorm';

/** Keeps the vendor's own number for an item: the one that was said last. */
export async function learnVendorNumber(
  manager: EntityManager,
  vendor: string,
  item: string,
  number: string,
): Promise<void> {
  await manager.query(
    'INSERT INTO vendor_item (vendor_id, item_id, number) VALUES (?, ?, ?) ON DUPLICATE KEY UPDATE number = VALUES(number)',
    [vendor, item, number],
  );
}
