/** An invented watchlist: nobody on it exists. */
export const ENTRIES = [
  { name: 'Corvin Thale', aliases: ['K. Thale', 'Corvyn Thaile'], birthDate: '1971-02-08', list: 'Harbour Sanctions Register', reference: 'HSR-0114' },
  { name: 'Odessa Marrowgate', aliases: ['O. M. Gate'], birthDate: null, list: 'Harbour Sanctions Register', reference: 'HSR-0127' },
  { name: 'Teodric Vale-Ansgar', aliases: ['Teo Ansgar'], birthDate: '1966-11-30', list: 'Harbour Sanctions Register', reference: 'HSR-0131' },
  { name: 'Ilmatar Quenby', aliases: [], birthDate: '1984-07-19', list: 'Exposed Persons Gazette', reference: 'EPG-2208' },
  { name: 'Branoc Fairweather-Low', aliases: ['Bran Low'], birthDate: '1959-04-02', list: 'Exposed Persons Gazette', reference: 'EPG-2214' },
  { name: 'Sunniva Drakelow', aliases: ['Sunny Drake'], birthDate: '1978-09-25', list: 'Exposed Persons Gazette', reference: 'EPG-2231' },
  { name: 'Jorun Halvard Skerrit', aliases: ['J. H. Skerrit'], birthDate: '1981-01-14', list: 'Harbour Sanctions Register', reference: 'HSR-0140' },
  { name: 'Perrin Oakhollow', aliases: [], birthDate: null, list: 'Harbour Sanctions Register', reference: 'HSR-0152' },
] as const;
