import { needNumber } from '../errors.ts';

/** Metres of a degree of latitude, on the mean radius of the earth (6,371 km, IUGG). */
const METRES_A_DEGREE = 111_195;
/** Places of gardens are given to this part of a degree, about half a kilometre: nobody's door is found by it. */
const COARSE_DEGREES = 0.005;

const coarse = (degrees: number): number => Number((Math.round(degrees / COARSE_DEGREES) * COARSE_DEGREES).toFixed(3));

/**
 * Where a garden lies on the globe, coarsely, from how far east and north of the library it is, in metres. On the plane that touches the
 * earth at the library: within a hundred kilometres that is far less off than the rounding. Longitude first, as GeoJSON asks (RFC 7946).
 */
export function coarsePosition(
  library: { readonly latitude: number; readonly longitude: number },
  garden: { readonly eastM: number; readonly northM: number },
): readonly [longitude: number, latitude: number] {
  needNumber('coarsePosition', 'latitude', library.latitude, -89, 89);
  needNumber('coarsePosition', 'longitude', library.longitude, -180, 180);
  needNumber('coarsePosition', 'eastM', garden.eastM);
  needNumber('coarsePosition', 'northM', garden.northM);
  const latitude = library.latitude + garden.northM / METRES_A_DEGREE;
  const longitude = library.longitude + garden.eastM / (METRES_A_DEGREE * Math.cos((library.latitude * Math.PI) / 180));
  return [coarse(longitude), coarse(latitude)];
}
