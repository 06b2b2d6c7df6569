import type { ServiceKind } from '../../model/kinds';

export interface ServiceAppliance {
	name: string;
	kind: ServiceKind;
	va: number;
	/** Of heating: units that are controlled each by itself. */
	units?: number | undefined;
}
