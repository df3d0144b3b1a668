/** What stands on both sides of the wall through one hour. */
export interface Hour {
  indoorTemperature: number;
  indoorPressure: number;
  outdoorTemperature: number;
  outdoorPressure: number;
  /** Heat film outdoors where it follows the wind, W/(m²K); null for that of the films. */
  outdoorFilm: number | null;
  /** Radiation taken up by the outer surface, less what it sends to the sky, W/m². */
  radiation: number;
  /** Liquid water put in at the node of the rain, and rain that meets the outer face, kg/(m²·s). */
  rain: number;
  facade: number;
  /** Air exchanged with outdoors at the ventilated node, m³/(m²·s). */
  ventilation: number;
  /** Air exchanged with indoors at the leak's node, or below 0 with outdoors at the node where it gets in, m³/(m²·s). */
  leak: number;
}

/** Surface films: W/(m²K) and kg/(s·m²·Pa). */
export interface Films {
  indoor: { heat: number; vapor: number };
  outdoor: { heat: number; vapor: number };
}

/** The nodes at which rain, ventilation and leak act, or −1. */
export interface SourceNodes {
  rain: number;
  ventilated: number;
  leak: number;
  leakInward: number;
}

/** What passed in a run, J/m² and kg/m², positive into the wall. */
export interface Totals {
  heatIn: number;
  heatOut: number;
  moistureIn: number;
  moistureOut: number;
  /** By cause: rain behind the cladding, rain that it took up, ventilation, leak. */
  rain: number;
  facade: number;
  ventilation: number;
  leak: number;
  heatOther: number;
}

/** Water, kg/m², and heat above 0 °C, J/m². */
export interface Stored {
  water: number;
  heat: number;
}
