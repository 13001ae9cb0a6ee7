/** Kinds of engines that differ in what their gauges show while they are healthy; figures in `healthyGauge.ts`. */
export const ENGINE_KIND_IDS = ['vintage', 'airTwin', 'classic', 'modern', 'race', 'motorcycle', 'truck'] as const;
export type EngineKindId = (typeof ENGINE_KIND_IDS)[number];
