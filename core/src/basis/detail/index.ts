export { blankOf, describeDetail, type Description, type Row, type RowOf, type StatedIn } from './description';
export { always, choice, code, date, decimal, email, hidden, listed, money, people, percent, person, phone, profit, share, text, whole, yesNo } from './field';
export { type Bound, type Facts, type Field, type FieldKind, type Giver, type HiddenNumber } from './field';
