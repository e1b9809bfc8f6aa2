import { amountOfCurrency, figure, NO_CURRENCY, type CurrencySettings } from '@gully/core/currency';
import { useQuery } from '@tanstack/react-query';
import { currencyQuery } from './queries.js';

/** The channel's currency; one that is off until it is known. */
export function useCurrency(): CurrencySettings {
  return useQuery(currencyQuery).data?.value ?? NO_CURRENCY;
}

/** How amounts are written here: in full, and short with the mark where there is one. */
export function useAmounts(): {
  readonly full: (amount: number) => string;
  readonly short: (amount: number) => string;
} {
  const currency = useCurrency();
  return {
    full: (amount) => amountOfCurrency(currency, amount),
    short: (amount) =>
      currency.mark === ''
        ? amountOfCurrency(currency, amount)
        : `${amount < 0 ? '−' : ''}${currency.mark} ${figure(Math.abs(amount))}`,
  };
}
