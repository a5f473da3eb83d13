export { type AskedFigure, figureAbout, figuresOfSheet, type GuarantorSheet, guarantorSheets, ownFigures } from './guarantors';
