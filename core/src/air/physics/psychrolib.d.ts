/** The package has no types of its own; SI units: °C, Pa, kg/kg, kg/m³. */
declare module 'psychrolib' {
  const psychrolib: {
    SI: number;
    SetUnitSystem: (system: number) => void;
    GetStandardAtmPressure: (altitude: number) => number;
    GetHumRatioFromRelHum: (temperature: number, relative: number, pressure: number) => number;
    GetMoistAirDensity: (temperature: number, ratio: number, pressure: number) => number;
  };
  export default psychrolib;
}
