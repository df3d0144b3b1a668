/** Heat of evaporation, J/kg (EN 15026). */
export const LATENT = 2.5e6;
/** Of liquid water, J/(kg·K). */
export const WATER_HEAT = 4180;
/** Gas constant of water vapor, J/(kg·K). */
export const VAPOR_CONSTANT = 461.5;
/** ρ·c of air, J/(m³·K). */
export const AIR_HEAT = 1206;
export const KELVIN = 273.15;
