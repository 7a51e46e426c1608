/** Version of the computation; a frozen plan names the one that made it. */
export const CORE_VERSION = '0.1.0';
