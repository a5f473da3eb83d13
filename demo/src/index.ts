import { readFileSync } from 'node:fs';
import type { DemoPerson } from '@cavren/contract';
import type { Cavren } from '@cavren/server';
import { Browser } from './desk';
import { tellOthers } from './others';
import { ordinaryStories, TOLD, type Story } from './stories';
import { Teller, type Clock, type Staff } from './teller';

const DAY_MS = 24 * 60 * 60 * 1000;
const FILES = 51;

/** Demo people with the demo's password; they exist only where the demo data is. */
export function demoPeople(path: string): DemoPerson[] {
  return JSON.parse(readFileSync(path, 'utf8')) as DemoPerson[];
}

/**
 * Fills an empty installation with the demo: its people, and about sixty files, each taken along the real way as far as
 * its story goes. Only the first sign-ins are made beside the HTTP interface, which nobody can use before.
 */
export async function seedDemo(cavren: Cavren, people: readonly DemoPerson[], clock: Clock, say: (line: string) => void): Promise<void> {
  const browsers = new Map<string, Browser>();
  for (const { username, name, role, password, authority = null } of people) {
    await cavren.services.sessions.addStaff({ id: `staff-${username}`, username, name, role, authority }, password);
    const browser = new Browser(cavren.app);
    await browser.signIn(username, password);
    browsers.set(username, browser);
  }
  const staff: Staff = (username) => {
    const browser = browsers.get(username);
    if (!browser) throw new Error(`Nobody of the demo is called ${username}`);
    return browser;
  };
  await certify(staff('maud'));
  const stories = [...TOLD, ...ordinaryStories(FILES - TOLD.length)];
  const now = Date.now();
  for (const [at, story] of stories.entries()) {
    clock.at = new Date(now - story.age * DAY_MS - ((at * 7) % 50) * 60_000);
    await tell(new Teller(cavren, staff, clock, story), story, at);
    if ((at + 1) % 20 === 0) say(`demo data: ${at + 1} of ${stories.length} files`);
  }
  await tellOthers(cavren, staff, clock, now);
  clock.at = null;
}

async function tell(teller: Teller, story: Story, number: number): Promise<void> {
  await teller.begin();
  if (story.twist === 'half-typed') return teller.typeHalf();
  await teller.typeAll(number);
  if (story.until === 'details') return;
  await teller.recordConsents();
  if (story.until === 'withdrawn') return teller.withdraw();
  await teller.move();
  await teller.runChecks();
  if (story.until === 'checking') return;
  await teller.settleChecks();
  await teller.move();
  await teller.gather();
  if (story.until === 'gathering') return;
  await teller.move();
  await teller.decide();
  if (story.until === 'deciding' || story.until === 'declined' || story.until === 'offering') return;
  await teller.accept();
  await teller.sign();
  if (story.until === 'signing') return;
  await teller.move();
  if (story.until === 'done') await teller.release();
}

/** What the officers are certified for; one of them in one place only, so that the demo shows why a product can't be offered. */
async function certify(policy: Browser): Promise<void> {
  const keep = (staffId: string, number: string, line: string, places: string[], until: string | null = null) =>
    policy.post('/api/certificates', { staffId, number, line, places, from: '2025-01-01', until });
  await keep('staff-wren', 'QM-L-0417', 'lending', ['us']);
  await keep('staff-wren', 'QM-T-0418', 'leasing', ['us']);
  await keep('staff-wren', 'QM-I-0093', 'insurance', ['us', 'nz'], '2026-06-30');
  await keep('staff-tamsin', 'QM-L-0421', 'lending', ['us', 'nz']);
  await keep('staff-tamsin', 'QM-I-0107', 'insurance', ['nz', 'us']);
  await keep('staff-tamsin', 'QM-T-0433', 'leasing', ['us', 'gb']);
}
