/** An order to pay is a record of its own, whatever it pays; what stood in the payout moves there with its key. */
export const up: string[] = [
  `CREATE TABLE payment (
    id VARCHAR(32) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    purpose VARCHAR(20) NOT NULL,
    transfer_key VARCHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL UNIQUE,
    about VARCHAR(128) NOT NULL,
    amount BIGINT NOT NULL,
    state VARCHAR(12) NOT NULL,
    problem TEXT NULL,
    ordered_at DATETIME(3) NOT NULL,
    ordered_by TEXT NOT NULL,
    ordered_by_id VARCHAR(64) NOT NULL,
    bank_reference TEXT NULL,
    settled_at DATETIME(3) NULL,
    KEY by_file (file_id, purpose, ordered_at),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `INSERT INTO payment (id, file_id, purpose, transfer_key, about, amount, state, problem, ordered_at, ordered_by, ordered_by_id, bank_reference, settled_at)
   SELECT id, file_id, 'payout', transfer_key, order_about, order_amount, order_state, order_problem, ordered_at, ordered_by, ordered_by_id, transfer_reference, released_at
   FROM payout WHERE order_state IS NOT NULL`,
  // What is on its way goes on under the same key.
  "DELETE FROM job WHERE kind = 'payout.transfer' AND state IN ('ready', 'running')",
  `INSERT INTO job (id, kind, subject, state, run_at, attempts)
   SELECT id, 'payment.send', id, 'ready', ordered_at, 0 FROM payment WHERE state IN ('ordered', 'unknown')`,
  `ALTER TABLE payout DROP COLUMN order_state, DROP COLUMN order_about, DROP COLUMN order_amount, DROP COLUMN ordered_at,
    DROP COLUMN ordered_by, DROP COLUMN ordered_by_id, DROP COLUMN order_problem`,
];
