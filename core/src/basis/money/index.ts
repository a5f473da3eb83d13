export { formatMoney, MAX_AMOUNT, minor, type Minor, moneyIn, parseMoney, proportion, roundMinor, scaled, sum } from './money';
