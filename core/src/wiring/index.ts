export { circuitTree, sourcesOf, type CircuitTree, type Stretch } from './tree.ts';
export {
  assignRoles,
  circuitConductors,
  fitCables,
  type CircuitConductors,
  type Conductor,
} from './cables.ts';
export { connectorFor, connectorSizes, type ConnectorSize, type Joint, type JointMethod } from './joints.ts';
export { cablesThere, type CableThere } from './there.ts';
export { screwOf, type Terminal, type TerminalName } from './terminals.ts';
export { isTraveller, netId, type Net, type NeutralSchool } from './nets.ts';
export { makeUpBox, type GroundJoint, type MakeUp, type MakeUpCable, type Tails } from './makeup.ts';

export { coveredBoxes, wiringOf, type Wiring } from './wiring.ts';
