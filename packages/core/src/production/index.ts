export { labourCost } from './cost';
