/** Standard gravity, m/s². */
export const GRAVITY = 9.80665;
/** Rise of copper's resistance per kelvin, from 20 °C. */
export const COPPER_PER_K = 0.00393;
/** Density and elasticity of steel: kg/m³ and Pa. */
export const STEEL_DENSITY = 7850;
export const STEEL_ELASTICITY = 206e9;
/** Above this speed an open-loop figure is unproven: iron loss and the driver's wave shape are not in the model. */
export const UNPROVEN_RPM = 1000;
/** Share of a driver's highest supply that a braking axis leaves safe. */
export const SUPPLY_HEADROOM = 0.9;
