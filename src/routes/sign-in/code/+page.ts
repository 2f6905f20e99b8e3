// A plain form needs no script.
export const csr = false;
