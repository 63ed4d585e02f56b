import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The tables of one company's books, the sequences that number its documents, and the guards of its ledger. */
export class BooksOfOneCompany1795000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [...TABLES, ...VIEWS, ...SEQUENCES, ...LEDGER]) await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error('Books are not undone: restore a backup instead.'));
  }
}

/** As the entities of tables.ts describe them. */
const TABLES = [
  `CREATE TABLE company (id int NOT NULL, name varchar(160) NOT NULL, currency varchar(3) NOT NULL, recognition varchar(20) NOT NULL, first_open_day date NOT NULL, locked_until date NULL, customs_with_freight tinyint NOT NULL DEFAULT 0, address varchar(400) NOT NULL DEFAULT '', tax_number varchar(40) NOT NULL DEFAULT '', gln varchar(13) NOT NULL DEFAULT '', bank_account varchar(60) NOT NULL DEFAULT '', alike_within int NULL, write_off_limit bigint NULL, over_tolerance bigint NOT NULL DEFAULT 0, short_tolerance bigint NOT NULL DEFAULT 0, blind tinyint NOT NULL DEFAULT 0, drafts_bill tinyint NOT NULL DEFAULT 0, bill_over_part bigint NULL, bill_over_amount bigint NULL, bill_short_part bigint NULL, bill_short_amount bigint NULL, sign_off_above bigint NULL, PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE user_account (id bigint NOT NULL AUTO_INCREMENT, email varchar(160) NOT NULL, name varchar(160) NOT NULL, role varchar(20) NOT NULL, password_hash varchar(200) NOT NULL, approval_limit bigint NULL, blocked tinyint NOT NULL DEFAULT 0, UNIQUE INDEX user_email_once (email), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE item (id bigint NOT NULL AUTO_INCREMENT, number varchar(40) NOT NULL, name varchar(160) NOT NULL, unit varchar(20) NOT NULL, method varchar(20) NOT NULL, weight bigint NULL, volume bigint NULL, tariff_code varchar(20) NOT NULL, origin varchar(2) NOT NULL, tracking varchar(10) NOT NULL DEFAULT 'none', standard bigint NULL, group_id bigint NULL, over_tolerance bigint NULL, short_tolerance bigint NULL, bill_over_part bigint NULL, bill_over_amount bigint NULL, bill_short_part bigint NULL, bill_short_amount bigint NULL, retired tinyint NOT NULL DEFAULT 0, INDEX item_by_name (name), UNIQUE INDEX item_number_once (number), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE vendor (id bigint NOT NULL AUTO_INCREMENT, number varchar(40) NOT NULL, name varchar(160) NOT NULL, currency varchar(3) NOT NULL, terms_id bigint NOT NULL, address varchar(400) NOT NULL DEFAULT '', mail varchar(160) NOT NULL DEFAULT '', tax_number varchar(40) NOT NULL DEFAULT '', gln varchar(13) NOT NULL DEFAULT '', tax_code_id bigint NULL, over_tolerance bigint NULL, short_tolerance bigint NULL, bill_over_part bigint NULL, bill_over_amount bigint NULL, bill_short_part bigint NULL, bill_short_amount bigint NULL, hold varchar(160) NOT NULL DEFAULT '', usual_expense varchar(60) NOT NULL DEFAULT '', retired tinyint NOT NULL DEFAULT 0, UNIQUE INDEX vendor_number_once (number), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE charge_allowance (company_id int NOT NULL, kind varchar(30) NOT NULL, bill_over_part bigint NULL, bill_over_amount bigint NULL, bill_short_part bigint NULL, bill_short_amount bigint NULL, PRIMARY KEY (company_id, kind)) ENGINE=InnoDB`,
  `CREATE TABLE sign_off (id bigint NOT NULL AUTO_INCREMENT, draft_id varchar(36) NOT NULL, body_hash varchar(64) NOT NULL, body longtext NOT NULL, note varchar(200) NOT NULL, asked_by bigint NOT NULL, asked_at datetime(6) NOT NULL, answer varchar(10) NOT NULL DEFAULT '', because varchar(200) NOT NULL DEFAULT '', answered_by bigint NULL, answered_at datetime(6) NULL, INDEX sign_off_by_draft (draft_id), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE item_pack (item_id bigint NOT NULL, unit varchar(20) NOT NULL, size bigint NOT NULL, PRIMARY KEY (item_id, unit)) ENGINE=InnoDB`,
  `CREATE TABLE item_code (code varchar(40) NOT NULL, item_id bigint NOT NULL, unit varchar(20) NOT NULL, INDEX item_code_by_item (item_id), PRIMARY KEY (code)) ENGINE=InnoDB`,
  `CREATE TABLE vendor_item (vendor_id bigint NOT NULL, item_id bigint NOT NULL, number varchar(40) NOT NULL, PRIMARY KEY (vendor_id, item_id)) ENGINE=InnoDB`,
  `CREATE TABLE vendor_price (id bigint NOT NULL AUTO_INCREMENT, vendor_id bigint NOT NULL, item_id bigint NOT NULL, unit varchar(20) NOT NULL, least bigint NOT NULL, from_day date NOT NULL, to_day date NULL, price bigint NOT NULL, UNIQUE INDEX vendor_price_once (vendor_id, item_id, unit, least, from_day), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE vendor_bank_account (id bigint NOT NULL AUTO_INCREMENT, vendor_id bigint NOT NULL, account varchar(60) NOT NULL, changed_by bigint NOT NULL, changed_at datetime(6) NOT NULL, answer varchar(10) NOT NULL DEFAULT '', answered_by bigint NULL, answered_at datetime(6) NULL, INDEX vendor_bank_account_by_vendor (vendor_id), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE warehouse (id bigint NOT NULL AUTO_INCREMENT, code varchar(20) NOT NULL, name varchar(160) NOT NULL, address varchar(400) NOT NULL DEFAULT '', retired tinyint NOT NULL DEFAULT 0, UNIQUE INDEX warehouse_code_once (code), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE bin (warehouse_id bigint NOT NULL, code varchar(20) NOT NULL, kind varchar(10) NOT NULL, PRIMARY KEY (warehouse_id, code)) ENGINE=InnoDB`,
  `CREATE TABLE tax_code (id bigint NOT NULL AUTO_INCREMENT, code varchar(20) NOT NULL, name varchar(160) NOT NULL, retired tinyint NOT NULL DEFAULT 0, UNIQUE INDEX tax_code_once (code), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE tax_level (tax_code_id bigint NOT NULL, level_no int NOT NULL, name varchar(40) NOT NULL, percent bigint NOT NULL, recoverable tinyint NOT NULL DEFAULT 0, on_top tinyint NOT NULL DEFAULT 0, PRIMARY KEY (tax_code_id, level_no)) ENGINE=InnoDB`,
  `CREATE TABLE terms (id bigint NOT NULL AUTO_INCREMENT, code varchar(20) NOT NULL, name varchar(160) NOT NULL, days int NOT NULL, after_month tinyint NOT NULL DEFAULT 0, discount bigint NULL, discount_days int NULL, retired tinyint NOT NULL DEFAULT 0, UNIQUE INDEX terms_once (code), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE dimension (id bigint NOT NULL AUTO_INCREMENT, kind varchar(12) NOT NULL, code varchar(40) NOT NULL, name varchar(160) NOT NULL, retired tinyint NOT NULL DEFAULT 0, UNIQUE INDEX dimension_once (kind, code), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE tariff_rate (id bigint NOT NULL AUTO_INCREMENT, measure varchar(40) NOT NULL, code varchar(20) NOT NULL, origin varchar(2) NOT NULL DEFAULT '', preference tinyint NOT NULL DEFAULT 0, from_day date NOT NULL, to_day date NULL, percent bigint NOT NULL, per_unit bigint NOT NULL, unit varchar(12) NOT NULL, combine varchar(10) NOT NULL, floor bigint NULL, cap bigint NULL, UNIQUE INDEX tariff_rate_once (measure, code, origin, preference, from_day), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE item_group (id bigint NOT NULL AUTO_INCREMENT, code varchar(20) NOT NULL, name varchar(160) NOT NULL, retired tinyint NOT NULL DEFAULT 0, UNIQUE INDEX item_group_once (code), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE customer (id bigint NOT NULL AUTO_INCREMENT, number varchar(40) NOT NULL, name varchar(120) NOT NULL, address varchar(400) NOT NULL DEFAULT '', mail varchar(160) NOT NULL DEFAULT '', tax_number varchar(40) NOT NULL DEFAULT '', gln varchar(13) NOT NULL DEFAULT '', retired tinyint NOT NULL DEFAULT 0, UNIQUE INDEX customer_once (number), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE shipment (id bigint NOT NULL AUTO_INCREMENT, number varchar(60) NOT NULL, carrier_id bigint NULL, note varchar(160) NOT NULL DEFAULT '', retired tinyint NOT NULL DEFAULT 0, UNIQUE INDEX shipment_once (number), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE charge_kind (id bigint NOT NULL AUTO_INCREMENT, code varchar(30) NOT NULL, name varchar(160) NOT NULL, is_cost tinyint NOT NULL DEFAULT 1, to_border tinyint NOT NULL DEFAULT 0, basis varchar(20) NOT NULL DEFAULT '', vendor_id bigint NULL, expense_account_id bigint NULL, retired tinyint NOT NULL DEFAULT 0, UNIQUE INDEX charge_kind_once (code), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE account (id bigint NOT NULL AUTO_INCREMENT, number varchar(20) NOT NULL, name varchar(160) NOT NULL, retired tinyint NOT NULL DEFAULT 0, UNIQUE INDEX account_number_once (number), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE posting_account (id bigint NOT NULL AUTO_INCREMENT, posting varchar(40) NOT NULL, account_id bigint NOT NULL, UNIQUE INDEX posting_account_once (posting), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE expense_account (id bigint NOT NULL AUTO_INCREMENT, code varchar(60) NOT NULL, account_id bigint NULL, retired tinyint NOT NULL DEFAULT 0, UNIQUE INDEX expense_account_once (code), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE exchange_rate (id bigint NOT NULL AUTO_INCREMENT, currency varchar(3) NOT NULL, from_day date NOT NULL, rate bigint NOT NULL, UNIQUE INDEX exchange_rate_once (currency, from_day), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE document (id bigint NOT NULL, kind varchar(20) NOT NULL, number varchar(30) NOT NULL, date date NOT NULL, vendor_id bigint NULL, customer varchar(120) NULL, warehouse_id bigint NULL, currency varchar(3) NOT NULL, rate bigint NOT NULL, reference varchar(60) NOT NULL, shipment varchar(60) NOT NULL, due_day date NULL, note varchar(500) NOT NULL, entered_by bigint NOT NULL, entered_at datetime(6) NOT NULL, idempotency_key varchar(80) NOT NULL, INDEX document_by_kind (kind, id), INDEX document_by_date (date), INDEX document_by_entry (entered_at), INDEX document_by_vendor (vendor_id, kind), UNIQUE INDEX document_number_once (kind, number), UNIQUE INDEX document_key_once (idempotency_key), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE citation (document_id bigint NOT NULL, cited_id bigint NOT NULL, INDEX citation_by_cited (cited_id), PRIMARY KEY (document_id, cited_id)) ENGINE=InnoDB`,
  `CREATE TABLE reversal (document_id bigint NOT NULL, reversed_id bigint NOT NULL, UNIQUE INDEX reversed_once (reversed_id), PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  `CREATE TABLE order_line (document_id bigint NOT NULL, line_no int NOT NULL, by_id bigint NOT NULL, item_id bigint NULL, quantity bigint NOT NULL, unit varchar(20) NOT NULL DEFAULT '', price bigint NOT NULL, per bigint NOT NULL DEFAULT 1000000, discount bigint NOT NULL, due_day date NULL, expense varchar(60) NULL, department varchar(40) NULL, location varchar(40) NULL, project varchar(40) NULL, warehouse_id bigint NULL, tax_code varchar(20) NOT NULL DEFAULT '', shipment varchar(60) NOT NULL DEFAULT '', INDEX order_line_by_item (item_id), PRIMARY KEY (document_id, line_no, by_id)) ENGINE=InnoDB`,
  `CREATE TABLE order_terms (document_id bigint NOT NULL, terms_id bigint NULL, incoterm varchar(3) NOT NULL DEFAULT '', place varchar(60) NOT NULL DEFAULT '', PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  `CREATE TABLE order_estimate (document_id bigint NOT NULL, line_no int NOT NULL, by_id bigint NOT NULL, kind varchar(30) NOT NULL, estimated_by varchar(10) NOT NULL, figure bigint NOT NULL, PRIMARY KEY (document_id, line_no, by_id, kind)) ENGINE=InnoDB`,
  `CREATE TABLE order_step (document_id bigint NOT NULL, order_id bigint NOT NULL, step varchar(12) NOT NULL, version_id bigint NOT NULL, amount bigint NOT NULL, INDEX order_step_by_order (order_id), PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  `CREATE TABLE order_closing_line (document_id bigint NOT NULL, line_no int NOT NULL, order_id bigint NOT NULL, order_line_no int NOT NULL, quantity bigint NOT NULL, INDEX order_closing_by_line (order_id, order_line_no), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE receipt_line (document_id bigint NOT NULL, line_no int NOT NULL, order_id bigint NOT NULL, order_line_no int NOT NULL, ordered_by_id bigint NOT NULL, item_id bigint NULL, pool_id bigint NULL, quantity bigint NOT NULL, per bigint NOT NULL DEFAULT 1000000, currency varchar(3) NOT NULL, rate bigint NOT NULL, amount bigint NOT NULL, base_amount bigint NOT NULL, expense varchar(60) NULL, origin varchar(2) NOT NULL DEFAULT '', preference tinyint NOT NULL DEFAULT 0, department varchar(40) NULL, location varchar(40) NULL, project varchar(40) NULL, corrected_price bigint NULL, corrected_because varchar(200) NOT NULL DEFAULT '', INDEX receipt_line_by_order (order_id, order_line_no), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE receipt_held (document_id bigint NOT NULL, line_no int NOT NULL, order_id bigint NULL, order_line_no int NULL, item_id bigint NULL, what varchar(160) NOT NULL, quantity bigint NOT NULL, reason varchar(200) NOT NULL, place varchar(60) NOT NULL, photo_id varchar(36) NULL, PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE paper (id varchar(36) NOT NULL, name varchar(200) NOT NULL, media_type varchar(40) NOT NULL, checksum varchar(64) NOT NULL, content mediumblob NOT NULL, kept_by bigint NOT NULL, kept_at datetime(6) NOT NULL, PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE put_away_line (document_id bigint NOT NULL, line_no int NOT NULL, receipt_id bigint NOT NULL, receipt_line_no int NOT NULL, quantity bigint NOT NULL, bin varchar(20) NOT NULL, INDEX put_away_by_line (receipt_id, receipt_line_no), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE held_closing_line (document_id bigint NOT NULL, line_no int NOT NULL, held_id bigint NOT NULL, held_line_no int NOT NULL, quantity bigint NOT NULL, outcome varchar(12) NOT NULL, INDEX held_closing_by_line (held_id, held_line_no), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE receipt_ahead (document_id bigint NOT NULL, line_no int NOT NULL, ahead_id bigint NOT NULL, ahead_line_no int NOT NULL, quantity bigint NOT NULL, amount bigint NOT NULL, base_amount bigint NOT NULL, goods bigint NOT NULL, tax bigint NOT NULL, INDEX receipt_ahead_by_line (ahead_id, ahead_line_no), PRIMARY KEY (document_id, line_no, ahead_id, ahead_line_no)) ENGINE=InnoDB`,
  `CREATE TABLE receipt_estimate (document_id bigint NOT NULL, line_no int NOT NULL, kind varchar(30) NOT NULL, amount bigint NOT NULL, PRIMARY KEY (document_id, line_no, kind)) ENGINE=InnoDB`,
  `CREATE TABLE estimate_use (document_id bigint NOT NULL, line_no int NOT NULL, receipt_id bigint NOT NULL, receipt_line_no int NOT NULL, kind varchar(30) NOT NULL, amount bigint NOT NULL, INDEX estimate_use_by_receipt (receipt_id, receipt_line_no), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE bill_line (document_id bigint NOT NULL, line_no int NOT NULL, receipt_id bigint NULL, receipt_line_no int NULL, order_id bigint NULL, order_line_no int NULL, quantity bigint NOT NULL, price bigint NOT NULL, discount bigint NOT NULL, difference varchar(20) NOT NULL, amount bigint NOT NULL, ordered bigint NOT NULL, rate bigint NOT NULL, cleared bigint NOT NULL, price_difference bigint NOT NULL, payable bigint NOT NULL, tax bigint NOT NULL, done tinyint NOT NULL DEFAULT 0, waits tinyint NOT NULL DEFAULT 0, reason varchar(200) NOT NULL DEFAULT '', INDEX bill_line_by_receipt (receipt_id, receipt_line_no), INDEX bill_line_by_order (order_id, order_line_no), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE bill_charge (document_id bigint NOT NULL, line_no int NOT NULL, kind varchar(30) NOT NULL, amount bigint NOT NULL, base_amount bigint NOT NULL, is_cost tinyint NOT NULL DEFAULT 1, reason varchar(200) NOT NULL DEFAULT '', PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE bill_expense (document_id bigint NOT NULL, line_no int NOT NULL, expense varchar(60) NOT NULL, amount bigint NOT NULL, base_amount bigint NOT NULL, department varchar(40) NULL, location varchar(40) NULL, project varchar(40) NULL, PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE bill_tax (document_id bigint NOT NULL, line_no int NOT NULL, amount bigint NOT NULL, recoverable tinyint NOT NULL DEFAULT 0, PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE bill_whole (document_id bigint NOT NULL, line_no int NOT NULL, kind varchar(10) NOT NULL, amount bigint NOT NULL, reason varchar(200) NOT NULL, PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE bill_disputed (document_id bigint NOT NULL, line_no int NOT NULL, said varchar(200) NOT NULL, amount bigint NOT NULL, base_amount bigint NOT NULL, decision varchar(10) NOT NULL, reason varchar(200) NOT NULL, PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE payable (document_id bigint NOT NULL, amount bigint NOT NULL, base_amount bigint NOT NULL, PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  `CREATE TABLE return_line (document_id bigint NOT NULL, line_no int NOT NULL, receipt_id bigint NOT NULL, receipt_line_no int NOT NULL, quantity bigint NOT NULL, replaces tinyint NOT NULL DEFAULT 0, unbilled bigint NOT NULL, unbilled_ordered bigint NOT NULL, unbilled_cleared bigint NOT NULL, billed bigint NOT NULL, billed_amount bigint NOT NULL, billed_goods bigint NOT NULL, billed_variance bigint NOT NULL, INDEX return_line_by_receipt (receipt_id, receipt_line_no), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE credit_line (document_id bigint NOT NULL, line_no int NOT NULL, of_id bigint NOT NULL, of_line_no int NOT NULL, goes_to varchar(12) NOT NULL, quantity bigint NOT NULL, amount bigint NOT NULL, own_amount bigint NOT NULL, own bigint NOT NULL, payable bigint NOT NULL, INDEX credit_line_by_line (of_id, of_line_no), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE expense_move (document_id bigint NOT NULL, of_id bigint NOT NULL, of_line_no int NOT NULL, amount bigint NOT NULL, INDEX expense_move_by_line (of_id, of_line_no), PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  `CREATE TABLE allocation_share (document_id bigint NOT NULL, line_no int NOT NULL, charge_id bigint NOT NULL, charge_line_no int NOT NULL, receipt_id bigint NOT NULL, receipt_line_no int NOT NULL, basis varchar(20) NOT NULL, by_hand tinyint NOT NULL, amount bigint NOT NULL, INDEX allocation_by_charge (charge_id, charge_line_no), INDEX allocation_by_receipt (receipt_id, receipt_line_no), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE delivery_line (document_id bigint NOT NULL, line_no int NOT NULL, item_id bigint NOT NULL, pool_id bigint NOT NULL, quantity bigint NOT NULL, PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE invoice_line (document_id bigint NOT NULL, line_no int NOT NULL, delivery_id bigint NOT NULL, delivery_line_no int NOT NULL, quantity bigint NOT NULL, price bigint NOT NULL, amount bigint NOT NULL, INDEX invoice_line_by_delivery (delivery_id, delivery_line_no), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE customer_return_line (document_id bigint NOT NULL, line_no int NOT NULL, delivery_id bigint NOT NULL, delivery_line_no int NOT NULL, quantity bigint NOT NULL, price bigint NOT NULL, uninvoiced bigint NOT NULL, invoiced bigint NOT NULL, credit bigint NOT NULL, INDEX customer_return_by_delivery (delivery_id, delivery_line_no), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE opening_line (document_id bigint NOT NULL, line_no int NOT NULL, item_id bigint NOT NULL, pool_id bigint NOT NULL, quantity bigint NOT NULL, value bigint NOT NULL, PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE assembly_line (document_id bigint NOT NULL, line_no int NOT NULL, item_id bigint NOT NULL, pool_id bigint NOT NULL, quantity bigint NOT NULL, made tinyint NOT NULL DEFAULT 0, PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE transfer_line (document_id bigint NOT NULL, line_no int NOT NULL, item_id bigint NOT NULL, to_warehouse_id bigint NOT NULL, quantity bigint NOT NULL, arrived tinyint NOT NULL DEFAULT 0, PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE arrival_line (document_id bigint NOT NULL, line_no int NOT NULL, transfer_id bigint NOT NULL, transfer_line_no int NOT NULL, quantity bigint NOT NULL, lost bigint NOT NULL, INDEX arrival_line_by_transfer (transfer_id, transfer_line_no), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE count_line (document_id bigint NOT NULL, line_no int NOT NULL, item_id bigint NOT NULL, pool_id bigint NOT NULL, \`change\` varchar(10) NOT NULL, quantity bigint NOT NULL, value bigint NOT NULL, PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE standard_line (document_id bigint NOT NULL, line_no int NOT NULL, item_id bigint NOT NULL, date date NOT NULL, standard bigint NOT NULL, INDEX standard_line_by_item (item_id, date), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE write_down_line (document_id bigint NOT NULL, line_no int NOT NULL, pool_id bigint NOT NULL, net_realisable bigint NOT NULL, INDEX write_down_by_pool (pool_id), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE prepayment (document_id bigint NOT NULL, amount bigint NOT NULL, base_amount bigint NOT NULL, PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  `CREATE TABLE payment (document_id bigint NOT NULL, prepayment_id bigint NULL, discounts_to varchar(10) NOT NULL, amount bigint NOT NULL, base_amount bigint NOT NULL, PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  `CREATE TABLE payment_line (document_id bigint NOT NULL, line_no int NOT NULL, of_id bigint NOT NULL, amount bigint NOT NULL, discount bigint NOT NULL, write_off bigint NOT NULL, settled bigint NOT NULL, booked bigint NOT NULL, INDEX payment_line_by_document (of_id), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE period_closing (document_id bigint NOT NULL, period varchar(7) NOT NULL, open_from date NOT NULL, open_before date NOT NULL, PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  `CREATE TABLE period_accrual (document_id bigint NOT NULL, line_no int NOT NULL, account varchar(40) NOT NULL, amount bigint NOT NULL, item_id bigint NULL, vendor_id bigint NULL, expense varchar(60) NULL, department varchar(40) NULL, location varchar(40) NULL, project varchar(40) NULL, PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE period_opening (document_id bigint NOT NULL, period varchar(7) NOT NULL, closing_id bigint NULL, PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  `CREATE TABLE movement (document_id bigint NOT NULL, line_no int NOT NULL, pool_id bigint NOT NULL, date date NOT NULL, direction varchar(3) NOT NULL, quantity bigint NOT NULL, purpose varchar(12) NOT NULL, party varchar(120) NULL, department varchar(40) NULL, location varchar(40) NULL, project varchar(40) NULL, back_id bigint NULL, back_line_no int NULL, back_day date NULL, back_price bigint NULL, INDEX movement_by_pool (pool_id, date, document_id, line_no), INDEX movement_by_back (back_id, back_line_no), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE movement_lot (document_id bigint NOT NULL, line_no int NOT NULL, position int NOT NULL, lot varchar(60) NOT NULL, quantity bigint NOT NULL, expires date NULL, INDEX movement_lot_by_lot (lot), PRIMARY KEY (document_id, line_no, position)) ENGINE=InnoDB`,
  `CREATE TABLE taking (document_id bigint NOT NULL, line_no int NOT NULL, source_id bigint NOT NULL, source_line_no int NOT NULL, kind varchar(20) NOT NULL, date date NOT NULL, quantity bigint NOT NULL, into_pool_id bigint NULL, department varchar(40) NULL, location varchar(40) NULL, project varchar(40) NULL, INDEX taking_by_source (source_id, source_line_no), PRIMARY KEY (document_id, line_no, source_id, source_line_no, kind)) ENGINE=InnoDB`,
  `CREATE TABLE value_change (document_id bigint NOT NULL, change_no int NOT NULL, entry_no int NOT NULL, line_document_id bigint NOT NULL, line_no int NOT NULL, pool_id bigint NULL, component varchar(40) NOT NULL, shared tinyint NOT NULL DEFAULT 0, amount bigint NOT NULL, effective date NOT NULL, posting date NOT NULL, against varchar(40) NULL, vendor_id bigint NULL, about_item_id bigint NULL, department varchar(40) NULL, location varchar(40) NULL, project varchar(40) NULL, INDEX value_change_by_line (line_document_id, line_no), INDEX value_change_by_pool (pool_id, line_document_id, line_no, shared, amount), PRIMARY KEY (document_id, change_no)) ENGINE=InnoDB`,
  `CREATE TABLE entry (document_id bigint NOT NULL, entry_no int NOT NULL, date date NOT NULL, INDEX entry_by_date (date), PRIMARY KEY (document_id, entry_no)) ENGINE=InnoDB`,
  `CREATE TABLE journal_line (document_id bigint NOT NULL, entry_no int NOT NULL, line_no int NOT NULL, account varchar(40) NOT NULL, account_id bigint NOT NULL, date date NOT NULL, amount bigint NOT NULL, item_id bigint NULL, vendor_id bigint NULL, of_values tinyint NOT NULL DEFAULT 0, expense varchar(60) NULL, department varchar(40) NULL, location varchar(40) NULL, project varchar(40) NULL, INDEX journal_line_by_account (account, document_id), INDEX journal_line_by_day (account_id, account, date, amount), PRIMARY KEY (document_id, entry_no, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE set_up_change (id bigint NOT NULL AUTO_INCREMENT, what varchar(20) NOT NULL, which_id bigint NOT NULL, field varchar(40) NOT NULL, was varchar(2000) NOT NULL, became varchar(2000) NOT NULL, changed_by bigint NOT NULL, changed_at datetime(6) NOT NULL, INDEX set_up_change_by_which (what, which_id), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE idempotency (\`key\` varchar(80) NOT NULL, user_id bigint NOT NULL, body_hash varchar(64) NOT NULL, entered_at datetime(6) NOT NULL, PRIMARY KEY (\`key\`)) ENGINE=InnoDB`,
  `CREATE TABLE reply (\`key\` varchar(80) NOT NULL, body mediumtext NOT NULL, PRIMARY KEY (\`key\`)) ENGINE=InnoDB`,
  `CREATE TABLE ledger_head (id int NOT NULL, number bigint NOT NULL, hash varchar(64) NOT NULL, PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE ledger_link (number bigint NOT NULL, document_id bigint NOT NULL, entry_no int NOT NULL, digest varchar(64) NOT NULL, previous_hash varchar(64) NOT NULL, hash varchar(64) NOT NULL, sealed_at datetime(6) NOT NULL, UNIQUE INDEX ledger_link_once (document_id, entry_no), PRIMARY KEY (number)) ENGINE=InnoDB`,
  `CREATE TABLE pool (id bigint NOT NULL AUTO_INCREMENT, item_id bigint NOT NULL, warehouse_id bigint NOT NULL, quantity bigint NOT NULL, value bigint NOT NULL, last_day date NULL, standard bigint NULL, since_checkpoint int NOT NULL DEFAULT 0, UNIQUE INDEX pool_once (item_id, warehouse_id), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE bill_number (id bigint NOT NULL AUTO_INCREMENT, vendor_id bigint NOT NULL, number_key varchar(120) NOT NULL, document_id bigint NOT NULL, shape varchar(60) NOT NULL DEFAULT '', date date NULL, currency varchar(3) NOT NULL DEFAULT '', amount bigint NOT NULL DEFAULT 0, INDEX bill_number_by_document (document_id), INDEX bill_number_by_shape (vendor_id, shape), INDEX bill_number_by_date (vendor_id, date), UNIQUE INDEX bill_number_once (vendor_id, number_key), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE pool_layer (pool_id bigint NOT NULL, day date NOT NULL, document_id bigint NOT NULL, line_no int NOT NULL, part_id bigint NOT NULL, part_line_no int NOT NULL, lot varchar(60) NOT NULL, quantity bigint NOT NULL, value bigint NOT NULL, PRIMARY KEY (pool_id, day, document_id, line_no, part_id, part_line_no, lot)) ENGINE=InnoDB`,
  `CREATE TABLE pool_checkpoint (pool_id bigint NOT NULL, day date NOT NULL, place bigint NOT NULL, quantity bigint NOT NULL, value bigint NOT NULL, standard bigint NULL, layers longtext NOT NULL, PRIMARY KEY (pool_id, day, place)) ENGINE=InnoDB`,
  `CREATE TABLE draft (id varchar(36) NOT NULL, user_id bigint NULL, kind varchar(20) NOT NULL, title varchar(120) NOT NULL, body longtext NOT NULL, version int NOT NULL, updated_at datetime(6) NOT NULL, shared tinyint NOT NULL DEFAULT 0, held_until datetime(6) NULL, command longtext NULL, note varchar(200) NOT NULL DEFAULT '', look_again date NULL, post_on date NULL, post_by bigint NULL, says varchar(500) NOT NULL DEFAULT '', PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE despatch_advice (id varchar(36) NOT NULL, vendor_id bigint NOT NULL, number varchar(60) NOT NULL, despatched date NULL, arrives date NULL, shipment varchar(60) NOT NULL, kept_by bigint NOT NULL, kept_at datetime(6) NOT NULL, UNIQUE INDEX despatch_advice_once (vendor_id, number), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE incoming_paper (id varchar(36) NOT NULL, came varchar(10) NOT NULL, sender varchar(160) NOT NULL DEFAULT '', name varchar(200) NOT NULL, media_type varchar(40) NOT NULL, bytes bigint NOT NULL, checksum varchar(64) NULL, again int NOT NULL DEFAULT 0, content longblob NULL, structured longblob NULL, state varchar(10) NOT NULL, says varchar(500) NOT NULL DEFAULT '', vendor_id bigint NULL, number varchar(60) NOT NULL DEFAULT '', currency varchar(3) NOT NULL DEFAULT '', total bigint NULL, kept_by bigint NULL, kept_at datetime(6) NOT NULL, UNIQUE INDEX incoming_paper_once (checksum, again), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE mail (id varchar(36) NOT NULL, outward tinyint NOT NULL, sender varchar(160) NOT NULL, recipients varchar(500) NOT NULL, subject varchar(200) NOT NULL, body mediumtext NOT NULL, attachments varchar(1000) NOT NULL DEFAULT '', at datetime(6) NOT NULL, INDEX mail_by_time (at), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE despatch_advice_line (advice_id varchar(36) NOT NULL, line_no int NOT NULL, order_id bigint NULL, order_line_no int NULL, said varchar(200) NOT NULL, quantity bigint NOT NULL, lot varchar(60) NOT NULL, expires date NULL, problem varchar(200) NOT NULL, PRIMARY KEY (advice_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE saved_view (user_id bigint NOT NULL, list varchar(20) NOT NULL, name varchar(60) NOT NULL, state varchar(4000) NOT NULL, PRIMARY KEY (user_id, list, name)) ENGINE=InnoDB`,
  `CREATE TABLE session (session_id varchar(128) NOT NULL, expires int UNSIGNED NOT NULL, data longtext NULL, PRIMARY KEY (session_id)) ENGINE=InnoDB`,
  `CREATE TABLE sign_in_attempt (id bigint NOT NULL AUTO_INCREMENT, email varchar(160) NOT NULL, address varchar(60) NOT NULL, at datetime(6) NOT NULL, INDEX attempt_by_email (email, at), INDEX attempt_by_address (address, at), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE import_batch (id varchar(36) NOT NULL, user_id bigint NOT NULL, kind varchar(20) NOT NULL, file_name varchar(200) NOT NULL, checksum varchar(64) NOT NULL, state varchar(20) NOT NULL, says varchar(500) NOT NULL, lease_until datetime(6) NULL, created_at datetime(6) NOT NULL, PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE import_row (import_id varchar(36) NOT NULL, row_no int NOT NULL, group_no int NOT NULL, fields longtext NOT NULL, problems longtext NOT NULL, does varchar(200) NOT NULL, state varchar(20) NOT NULL, PRIMARY KEY (import_id, row_no)) ENGINE=InnoDB`,
];

const stands = (column: string) => `NOT EXISTS (SELECT 1 FROM reversal x WHERE x.reversed_id = ${column})`;

/** Order lines as they were last stated: by the order, or by the latest version that nobody has reversed. */
const VIEWS = [
  `CREATE SQL SECURITY INVOKER VIEW ordered_line AS SELECT l.* FROM order_line l
   WHERE (l.by_id = l.document_id OR ${stands('l.by_id')})
     AND NOT EXISTS (SELECT 1 FROM order_line n WHERE n.document_id = l.document_id AND n.line_no = l.line_no AND n.by_id > l.by_id AND ${stands('n.by_id')})`,
];

const NUMBERED = [
  'order',
  'order_change',
  'order_closing',
  'order_step',
  'order_approval',
  'receipt',
  'held_closing',
  'put_away',
  'bill',
  'return',
  'credit',
  'allocation',
  'estimate_closing',
  'charge_move',
  'delivery',
  'invoice',
  'customer_return',
  'opening',
  'assembly',
  'transfer',
  'arrival',
  'count',
  'standard',
  'write_down',
  'prepayment',
  'payment',
  'close',
  'open',
  'lock',
  'reversal',
];

/** Gaps are allowed: a sequence never waits for another transaction. */
const SEQUENCES = [
  'CREATE SEQUENCE document_ids CACHE 50',
  ...NUMBERED.map((kind) => `CREATE SEQUENCE number_${kind} START WITH 1001 CACHE 20`),
];

const LEDGER = [
  `INSERT INTO ledger_head (id, number, hash) VALUES (1, 0, SHA2('', 256))`,
  // An entry that does not balance cannot be sealed, and what is not sealed is in no journal.
  `CREATE TRIGGER entry_balances BEFORE INSERT ON ledger_link FOR EACH ROW
   BEGIN
     IF NOT EXISTS (SELECT 1 FROM entry e WHERE e.document_id = NEW.document_id AND e.entry_no = NEW.entry_no) THEN
       SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'entry_missing';
     END IF;
     IF (SELECT COALESCE(SUM(l.amount), 0) FROM journal_line l WHERE l.document_id = NEW.document_id AND l.entry_no = NEW.entry_no) <> 0 THEN
       SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'entry_out_of_balance';
     END IF;
   END`,
  `CREATE TRIGGER sealed_entry_is_closed BEFORE INSERT ON journal_line FOR EACH ROW
   BEGIN
     IF EXISTS (SELECT 1 FROM ledger_link k WHERE k.document_id = NEW.document_id AND k.entry_no = NEW.entry_no) THEN
       SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'entry_is_sealed';
     END IF;
   END`,
  // The last statement before commit: takes the next number of the ledger and links the entry's hash to the one before.
  `CREATE PROCEDURE seal_entry(IN p_document BIGINT, IN p_entry INT)
   SQL SECURITY DEFINER
   BEGIN
     DECLARE v_digest CHAR(64);
     SET SESSION group_concat_max_len = 1073741824;
     SELECT SHA2(CONCAT_WS('|', e.document_id, e.entry_no, e.date,
              (SELECT GROUP_CONCAT(CONCAT_WS(',', l.line_no, l.account, l.account_id, l.amount, COALESCE(l.item_id, ''), COALESCE(l.vendor_id, ''), l.of_values, COALESCE(l.expense, ''), COALESCE(l.department, ''), COALESCE(l.location, ''), COALESCE(l.project, '')) ORDER BY l.line_no SEPARATOR ';')
               FROM journal_line l WHERE l.document_id = p_document AND l.entry_no = p_entry)), 256)
       INTO v_digest FROM entry e WHERE e.document_id = p_document AND e.entry_no = p_entry;
     UPDATE ledger_head SET number = number + 1 WHERE id = 1;
     INSERT INTO ledger_link (number, document_id, entry_no, digest, previous_hash, hash, sealed_at)
       SELECT h.number, p_document, p_entry, v_digest, h.hash, SHA2(CONCAT(h.hash, v_digest), 256), UTC_TIMESTAMP(6) FROM ledger_head h WHERE h.id = 1;
     UPDATE ledger_head h JOIN ledger_link k ON k.number = h.number SET h.hash = k.hash WHERE h.id = 1;
   END`,
];
