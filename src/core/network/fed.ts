import { EARTH, root, type Network } from './solve';

/** Over this nothing is fed through a part of the network, ohm: a conductor that hangs on it hangs on nothing. */
const HANGS_ON_NOTHING_OHMS = 1e3;
/** @returns of each node 1 where wires or loads lead from it to a source or to the earth, 0 where it hangs on strays and dust alone */
export function fedNodes(network: Network): Uint8Array {
	const of = Int32Array.from({ length: network.nodes }, (_, node) => (network.voltsGiven(node) ? EARTH : node));
	for (const { a, b, siemens } of network.branches) if (siemens * HANGS_ON_NOTHING_OHMS >= 1) of[root(of, a)] = root(of, b);
	const earth = root(of, EARTH);
	return Uint8Array.from(of, (_, node) => Number(root(of, node) === earth));
}
