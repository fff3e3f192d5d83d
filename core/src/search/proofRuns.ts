/** How many made-up jobs a proof is held against: a few in every run of the tests, all with `YULE_PROOFS=1`. */
export const proofRuns = (few: number, all: number): number => (process.env.YULE_PROOFS === "1" ? all : few);
