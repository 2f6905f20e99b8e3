// A plain form needs no script, and nothing typed early is lost when one would arrive late.
export const csr = false;
