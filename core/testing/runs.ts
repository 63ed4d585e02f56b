/** How often a property is tried; OBOLUS_RUNS says otherwise, for a quick look or a long night. */
export const runs = (usual: number): number => Number(process.env.OBOLUS_RUNS ?? usual);

/** The seed of this run; OBOLUS_SEED runs another again. */
export const seed = Number(process.env.OBOLUS_SEED ?? Date.now() % 2_147_483_647);
