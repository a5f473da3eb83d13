import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { actsOf, barToDecide, barToRelease, may, STAFF_ROLES } from './index';
import { sampleFile } from '../../../test/sample';

const AT = '2026-03-02T09:00:00.000Z';

describe('rights', () => {
  it('the policy owner changes no file, and only an approver decides', () => {
    expect(actsOf('policy')).toEqual([
      'file.read',
      'certificate.read',
      'certificate.write',
      'staff.read',
      'staff.write',
      'earnings.read',
      'round.open',
      'history.read',
      'sealedDays.read',
    ]);
    expect(STAFF_ROLES.filter((role) => may(role, 'decision.make'))).toEqual(['approver']);
    expect(STAFF_ROLES.filter((role) => may(role, 'payout.release'))).toEqual(['completer']);
    // Whoever proposes a change of a policy is never who may answer it.
    expect(STAFF_ROLES.filter((role) => may(role, 'policy.change') && may(role, 'policyChange.answer'))).toEqual([]);
    expect(STAFF_ROLES.filter((role) => may(role, 'candidate.decide'))).toEqual(['compliance']);
  });
  it('four eyes, then six', () => {
    const approved = { id: 'd', outcome: 'approve' as const, reasons: [], other: null, comment: null, answer: null, by: 'Ansel', byId: 'ansel', at: AT };
    expect(barToDecide(sampleFile(), 'wren')).toMatch(/prepared/);
    expect(barToDecide(sampleFile(), 'ansel')).toBeNull();
    expect(barToRelease(sampleFile({ decisions: [approved] }), 'ansel')).toMatch(/approved/);
    expect(barToRelease(sampleFile({ decisions: [approved] }), 'wren')).toMatch(/prepared/);
    expect(barToRelease(sampleFile({ decisions: [approved] }), 'dilys')).toBeNull();
  });
});
