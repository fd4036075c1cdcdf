export * from "./shop";
export * from "./feelerSets";
export * from "./engines";
export * from "./jobs";
export * from "./entries";
export * from "./stateReadings";
export * from "./parts";
