/** One way of showing a quantity: shown = SI·factor + offset. */
export interface DisplayUnit {
  readonly id: string;
  /** As written after a figure. */
  readonly symbol: string;
  /** As written where a drawing leaves little room. */
  readonly shortSymbol: string;
  readonly factor: number;
  readonly offset: number;
  /** Decimals that a reading of ordinary size deserves. */
  readonly decimals: number;
}

/** @param siPerUnit worth of one in SI @param offset of the figure shown */
export const unit = (id: string, symbol: string, siPerUnit: number, decimals: number, offset = 0): DisplayUnit => ({
  id,
  symbol,
  shortSymbol: symbol.replace(/^US /, ''),
  factor: 1 / siPerUnit,
  offset,
  decimals,
});
