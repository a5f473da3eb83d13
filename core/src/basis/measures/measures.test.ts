import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inFeet, inPounds, readLength, readMass } from './index';

// Exact: 1 in = 2.54 cm, 1 lb = 0.45359237 kg (NIST Handbook 44, appendix C).
describe('lengths and weights in both measures', () => {
  it.each([
    ['180', 180],
    ['180.5 cm', 180.5],
    ['1,8 m', 180],
    ['5 ft 11', 180.34],
    ['5\'11"', 180.34],
    ['5’ 11”', 180.34],
    ['6 ft', 182.88],
    ['71 in', 180.34],
    ['5ft11in', 180.34],
    ['tall', null],
    ['', null],
    ['5 11', null],
  ])('“%s” is %s cm', (text, cm) => expect(readLength(text)).toBe(cm));
  it.each([
    ['82', 82],
    ['82.5kg', 82.5],
    ['181 lb', 82.1],
    ['181 lbs.', 82.1],
    ['12 st 9', 80.29],
    ['12 stone', 76.2],
    ['heavy', null],
  ])('“%s” is %s kg', (text, kg) => expect(readMass(text)).toBe(kg));
  it('are said so that they are read as they were, to the inch and the pound', () =>
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 100 }), fc.integer({ min: 5, max: 800 }), (inches, pounds) => {
        expect(inFeet(readLength(`${inches} in`) ?? 0)).toEqual({ feet: Math.floor(inches / 12), inches: inches % 12 });
        const { feet, inches: rest } = inFeet((inches * 254) / 100);
        expect(readLength(`${feet} ft ${rest} in`)).toBeCloseTo(inches * 2.54, 2);
        expect(inPounds(readMass(`${pounds} lb`) ?? 0)).toBe(pounds);
      }),
    ));
});
