import type { DemoPerson } from '@cavren/contract';

/** Demo people with the demo's password; they exist only where the demo data is. */
const PASSWORD = 'quillhaven';

export const DEMO_PEOPLE: DemoPerson[] = [
  { username: 'wren', name: 'Wren Halloway', role: 'intake', password: PASSWORD },
  { username: 'tamsin', name: 'Tamsin Orrick', role: 'intake', password: PASSWORD },
  { username: 'ansel', name: 'Ansel Brightmoor', role: 'approver', password: PASSWORD },
  { username: 'dilys', name: 'Dilys Penhallow', role: 'completer', password: PASSWORD },
  { username: 'rufus', name: 'Rufus Egerstrand', role: 'compliance', password: PASSWORD },
  { username: 'maud', name: 'Maud Linacre', role: 'policy', password: PASSWORD },
];
