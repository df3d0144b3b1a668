/** Conversion factors between SI and the units builders speak. Each is SI per one of the named unit. */

/** m in an inch (exact by definition, 1959). */
export const INCH = 0.0254;

/** mm in an inch, for what is set on paper (exact). */
export const MM_PER_INCH = 25.4;

/** m in a foot. */
export const FOOT = 12 * INCH;

/** m in a mil, a thousandth of an inch. */
export const MIL = INCH / 1000;

/** K in a degree Fahrenheit of difference. */
export const FAHRENHEIT_DEGREE = 5 / 9;

/** J in a Btu (International Table). */
export const BTU = 1055.05585262;

/** kg in a pound (exact). */
export const POUND = 0.45359237;

/** m² in a square foot. */
export const SQUARE_FOOT = FOOT * FOOT;

/** Standard gravity, m/s²: N/m² of a kg/m² (exact). */
export const GRAVITY = 9.80665;

/** N in a pound of force (exact). */
export const POUND_FORCE = POUND * GRAVITY;

/** Pa in a pound-force per square inch. */
export const PSI = POUND_FORCE / (INCH * INCH);

/** Pa in a pound-force per square foot. */
export const PSF = POUND_FORCE / SQUARE_FOOT;

/** US liquid gallon, L. */
export const GALLON = 231 * INCH ** 3 * 1000;

/** kg/m³ in one lb/ft³. */
export const POUND_PER_CUBIC_FOOT = POUND / FOOT ** 3;

/** m²K/W in one h·ft²·°F/Btu: the unit of the R-value on a label. */
export const R_VALUE = (SQUARE_FOOT * 3600 * FAHRENHEIT_DEGREE) / BTU;

/** kg/(s·m²·Pa) in one US perm, gr/(h·ft²·inHg) at 0 °C (ASTM E96). */
export const PERM = 5.72135e-11;

/** W/(m·K) in one Btu·in/(h·ft²·°F). */
export const BTU_INCH_CONDUCTIVITY = INCH / R_VALUE;

/** δ₀: vapor permeability of still air, kg/(m·s·Pa) (wall-file format). */
export const AIR_PERMEABILITY = 2.0e-10;
