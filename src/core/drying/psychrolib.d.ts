declare module "psychrolib" {
  const psychrolib: {
    SI: number;
    SetUnitSystem(system: number): void;
    GetSatVapPres(tempC: number): number;
    GetVapPresFromRelHum(tempC: number, rh: number): number;
    GetHumRatioFromRelHum(tempC: number, rh: number, pressurePa: number): number;
    GetTDewPointFromRelHum(tempC: number, rh: number): number;
  };
  export default psychrolib;
}
