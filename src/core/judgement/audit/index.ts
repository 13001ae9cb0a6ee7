export { auditCircuit, auditToEnd, RULE_COUNT } from './auditCircuit';
export { WEIGHTS, type Finding, type Weight } from './finding';
export { sayFinding } from './sayFinding';
