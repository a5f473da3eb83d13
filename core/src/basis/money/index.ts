export { formatMoney, MAX_AMOUNT, minor, type Minor, moneyIn, parseMoney, proportion, scaled, sum } from './money';
export { isOpenOrder, type OrderState } from './order';
