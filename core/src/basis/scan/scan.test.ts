import { describe, expect, it } from 'vitest';
import { readScan } from './index';
import { TODAY } from '../../../test/sample';

/** The specimens of ICAO Doc 9303, parts 4 and 5; quoted from memory. */
const PASSPORT = 'P<UTOERIKSSON<<ANNA<MARIA<<<<<<<<<<<<<<<<<<<\nL898902C36UTO7408122F1204159ZE184226B<<<<<10';
const CARD = 'I<UTOD231458907<<<<<<<<<<<<<<<\n7408122F1204159UTO<<<<<<<<<<<6\nERIKSSON<<ANNA<MARIA<<<<<<<<<<';

/** An invented card in the form of annex D of the AAMVA card design standard (header, subfile type, elements). */
const LICENCE = [
  '@',
  'ANSI 636000100102DL00410278ZV03190008DLDAQT64235789',
  'DCSSOLVANE-HAY',
  'DDEN',
  'DACMARIT',
  'DDFN',
  'DADANNE',
  'DDGN',
  'DBD06062021',
  'DBB05171988',
  'DBA12102030',
  'DAG4 CAPSTAN ROW',
  'DAIQUILLHAVEN',
  'DAJQH',
  'DAK004120000  ',
  'DCGUSA',
].join('\n');

describe('reading identity papers', () => {
  it('the lines of a passport, with the century that fits', () => {
    expect(readScan(PASSPORT, TODAY)).toMatchObject({
      kind: 'travelDocument',
      fullName: 'Anna Maria Eriksson',
      birthDate: '1974-08-12',
      expiresOn: '2012-04-15',
      documentNumber: 'L898902C3',
    });
  });
  it('the lines of a card, typed with blanks and small letters', () => {
    expect(readScan(CARD.toLowerCase().replace('\n', ' \n  '), TODAY)).toMatchObject({ fullName: 'Anna Maria Eriksson', documentNumber: 'D23145890' });
  });
  it('a passport that leaves the day of birth open gives all but the birth date', () => {
    // The specimen with the day of birth filled as Doc 9303 part 3, 4.7 has it, check digits by weights 7, 3, 1.
    const open = PASSPORT.replace('7408122F1204159ZE184226B<<<<<10', '7408<<7F1204159ZE184226B<<<<<10');
    expect(readScan(open, TODAY)).toMatchObject({ fullName: 'Anna Maria Eriksson', birthDate: null, expiresOn: '2012-04-15' });
    expect(() => readScan(open.replace('7408<<7', '7408<<8'), TODAY)).toThrow(RangeError);
  });
  it('a wrong check digit, one line, or nothing of the kind is said in words', () => {
    expect(() => readScan(PASSPORT.replace('L898902C36', 'L898902C35'), TODAY)).toThrow(/ocument/);
    expect(() => readScan('L898902C36UTO7408122F', TODAY)).toThrow(/neither/);
    expect(() => readScan('hello\nworld', TODAY)).toThrow(RangeError);
  });
  it('the barcode of a licence, with its address', () => {
    expect(readScan(LICENCE, TODAY)).toEqual({
      kind: 'licence',
      fullName: 'Marit Anne Solvane-Hay',
      birthDate: '1988-05-17',
      expiresOn: '2030-12-10',
      documentNumber: 'T64235789',
      line: '4 Capstan Row',
      town: 'Quillhaven',
      region: 'QH',
      postalCode: '00412',
    });
  });
  // Element lists of versions 1 and 3 of the standard, from memory.
  it('a licence of version 1: the whole name in one, dates with the year first', () => {
    const first = ['@', 'ANSI 6360000102DL00390187ZV02260032DLDAQT64235789', 'DAASOLVANE-HAY,MARIT,ANNE', 'DBB19880517', 'DBA20301210'].join('\n');
    expect(readScan(first, TODAY)).toMatchObject({ fullName: 'Marit Anne Solvane-Hay', birthDate: '1988-05-17', expiresOn: '2030-12-10' });
    const parted = first.replace('DAASOLVANE-HAY,MARIT,ANNE', 'DABSOLVANE-HAY\nDACMARIT\nDADANNE');
    expect(readScan(parted, TODAY)).toMatchObject({ fullName: 'Marit Anne Solvane-Hay' });
  });
  it('a licence of version 3: the given names together', () => {
    const third = LICENCE.replace('DACMARIT\nDDFN\nDADANNE\nDDGN', 'DCTMARIT,ANNE');
    expect(readScan(third, TODAY)).toMatchObject({ fullName: 'Marit Anne Solvane-Hay', birthDate: '1988-05-17' });
  });
  it('a Canadian one writes the year first; NONE is no name; a date that doesn’t exist is refused', () => {
    const canadian = LICENCE.replace('DCGUSA', 'DCGCAN').replace('DBB05171988', 'DBB19880517').replace('DBA12102030', 'DBA20301210');
    expect(readScan(canadian, TODAY)).toMatchObject({ birthDate: '1988-05-17', expiresOn: '2030-12-10' });
    expect(readScan(LICENCE.replace('DADANNE', 'DADNONE'), TODAY).fullName).toBe('Marit Solvane-Hay');
    expect(() => readScan(LICENCE.replace('DBB05171988', 'DBB13311988'), TODAY)).toThrow(/no date 1988-13-31/);
    expect(() => readScan(LICENCE.replace(/DAQ\w+/, ''), TODAY)).toThrow(/lacks/);
  });
});
