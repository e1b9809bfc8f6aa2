/** The part of jStat that is used. */
declare module 'jstat' {
  interface Distribution {
    cdf(x: number, ...parameters: number[]): number;
    pdf(x: number, ...parameters: number[]): number;
  }
  const jStat: { readonly chisquare: Distribution; readonly binomial: Distribution };
  export default jStat;
}
