export { formatMoney, MAX_AMOUNT, minor, type Minor, moneyIn, parseMoney, proportion, scaled, sum } from './money';
export { isOpenOrder, ORDER_STATES, type OrderState } from './order';
