export { SeasonStep } from "./SeasonStep";
