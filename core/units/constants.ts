/** Speed of light in vacuum, exact by definition (SI). */
export const SPEED_OF_LIGHT_M_PER_S = 299_792_458;
/** Boltzmann constant, exact by definition (SI 2019, CODATA). */
export const BOLTZMANN_J_PER_K = 1.380649e-23;
/** The standard noise temperature (IEEE). */
export const STANDARD_TEMPERATURE_K = 290;
/** 0 dBu: the voltage that puts 1 mW into 600 ohm, √0.6 V. */
export const DBU_REFERENCE_V = Math.sqrt(0.6);
/** 0 dB SPL in pascal. */
export const SPL_REFERENCE_PA = 20e-6;
