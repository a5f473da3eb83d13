/** What figures need to be right for every file: days a week, months of first accounts, rates that can change, how tax is filed, floor area. */
export const up: string[] = [
  'ALTER TABLE income ADD COLUMN days_per_week DECIMAL(6,2) NULL',
  'ALTER TABLE debt ADD COLUMN variable BOOLEAN NOT NULL DEFAULT FALSE',
  'ALTER TABLE business_year ADD COLUMN months_covered INT NULL',
  'ALTER TABLE file_person ADD COLUMN filing_status VARCHAR(20) NULL',
  'ALTER TABLE home ADD COLUMN floor_area INT NULL',
];
