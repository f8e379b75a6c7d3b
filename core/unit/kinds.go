package unit

// The kinds of entry. Base units: V, A, W, rpm, Hz, 1, m, mm², µF, °C, Ω, min.
var (
	Volts = Kind{Base: "V", Default: "v", Example: "230/400 or 208-230/460", Largest: 1000,
		Units: map[string]float64{"v": 1, "volt": 1, "volts": 1, "vac": 1, "v~": 1, "kv": 1000}}
	Amps = Kind{Base: "A", Default: "a", Example: "4.7/2.7 or 7,4 A", Largest: 2000,
		Units: map[string]float64{"a": 1, "amp": 1, "amps": 1, "ma": 1e-3}}
	Power = Kind{Base: "W", Example: "1.1 kW or 1½ HP", Largest: 2e6, halves: true,
		Units: map[string]float64{"kw": 1000, "w": 1, "hp": WattsPerHorsepower, "ps": WattsPerPS, "cv": WattsPerPS,
			"ch": WattsPerPS}}
	RPM = Kind{Base: "rpm", Default: "rpm", Example: "1410", Largest: 60000, fold: true,
		Units: map[string]float64{"rpm": 1, "r/min": 1, "min-1": 1, "min⁻¹": 1, "1/min": 1, "u/min": 1, "tr/min": 1}}
	Hertz = Kind{Base: "Hz", Default: "hz", Example: "50 or 50/60", Largest: 500,
		Units: map[string]float64{"hz": 1, "cycles": 1, "c/s": 1, "~": 1}}
	Share = Kind{Base: "", Default: "", Example: "0.79 or 79 %", Largest: 2,
		Units: map[string]float64{"": 1, "%": 0.01, "pct": 0.01}}
	// Portion is a share of which nothing is one too.
	Portion = Kind{Base: "", Default: "", Example: "65 %", Largest: 20, zero: true,
		Units: map[string]float64{"": 1, "%": 0.01, "pct": 0.01}}
	Length = Kind{Base: "m", Default: "m", Example: "18 m or 65 ft", Largest: 5000,
		Units: map[string]float64{"m": 1, "metres": 1, "meters": 1, "ft": Foot, "feet": Foot, "'": Foot,
			"cm": 0.01}}
	Diameter = Kind{Base: "mm", Default: "mm", Example: "80 mm or 3.15 in", Largest: 1e4, halves: true,
		Units: map[string]float64{"mm": 1, "cm": 10, "m": 1000, "in": Inch, "inch": Inch, "inches": Inch, "\"": Inch,
			"″": Inch, "ft": 12 * Inch}}
	Surface = Kind{Base: "m/s", Default: "m/s", Example: "25 m/s or 5000 ft/min", Largest: 500,
		Units: map[string]float64{"m/s": 1, "ft/min": FootPerMinute, "fpm": FootPerMinute, "km/h": 1 / 3.6}}
	Weight = Kind{Base: "kg", Default: "kg", Example: "21 kg or 46 lb", Largest: 2e4,
		Units: map[string]float64{"kg": 1, "lb": Pound, "lbs": Pound, "g": 1e-3}}
	Area = Kind{Base: "mm²", Default: "mm²", Example: "2.5 mm² or 12 AWG", Largest: 500,
		Units: map[string]float64{"mm²": 1, "mm2": 1, "sqmm": 1, "qmm": 1, "mm": 1}}
	// Old cans print MFD, MF or mfd for µF; mF is a thousand times as much on a meter.
	Microfarads = Kind{Base: "µF", Default: "µf", Example: "50", Largest: 5000,
		Units: map[string]float64{"µf": 1, "μf": 1, "uf": 1, "mfd": 1, "mf": 1, "nf": 1e-3},
		Asked: map[string]string{"mF": "µF: 50 µF; mF on a meter is 1000 µF, on an old can it stands for µF"}}
	Minutes = Kind{Base: "min", Default: "min", Example: "20 min", Largest: 1e5, zero: true,
		Units: map[string]float64{"min": 1, "minutes": 1, "m": 1, "h": 60, "hours": 60, "hour": 60, "s": 1. / 60}}
	Inertia = Kind{Base: "kg·m²", Default: "kgm2", Example: "0.02", Largest: 1e4,
		Units: map[string]float64{"kgm2": 1, "kgm²": 1, "kg·m²": 1, "kg m²": 1, "kg m2": 1}}
	Ohms = Kind{Base: "Ω", Default: "ω", Example: "9.8", Largest: 1e10, zero: true,
		Units: map[string]float64{"ω": 1, "ohm": 1, "ohms": 1, "r": 1, "kω": 1e3, "k": 1e3, "kohm": 1e3, "kohms": 1e3,
			"meg": 1e6, "megohm": 1e6, "megohms": 1e6, "gω": 1e9, "gohm": 1e9, "gohms": 1e9},
		Exact: map[string]float64{"M": 1e6, "MΩ": 1e6, "Mohm": 1e6, "Mohms": 1e6, "MOhm": 1e6, "MOHM": 1e6,
			"mΩ": 1e-3, "mohm": 1e-3, "mohms": 1e-3, "mOhm": 1e-3},
		Asked: map[string]string{"m": "mΩ for thousandths of an ohm, MΩ for millions of ohms"}}
	Megohms = Kind{Base: "MΩ", Default: "MΩ", Example: "50 MΩ or 800 kΩ", Largest: 1e6, zero: true,
		Units: map[string]float64{"meg": 1, "megohm": 1, "megohms": 1, "kω": 1e-3, "k": 1e-3, "kohm": 1e-3,
			"kohms": 1e-3, "gω": 1e3, "g": 1e3, "gohm": 1e3, "gohms": 1e3, "ω": 1e-6, "ohm": 1e-6, "ohms": 1e-6},
		Exact: map[string]float64{"MΩ": 1, "M": 1, "Mohm": 1, "Mohms": 1, "MOhm": 1, "MOHM": 1},
		Asked: map[string]string{"m": askMegohm, "mΩ": askMegohm, "mohm": askMegohm, "mohms": askMegohm,
			"mOhm": askMegohm}}
	Celsius = Kind{Base: "°C", Default: "°c", Example: "18", Largest: 300, zero: true,
		Units: map[string]float64{"°c": 1, "c": 1, "°": 1, "deg": 1, "degrees": 1}}
)

const askMegohm = "MΩ with a capital M, like 50 MΩ; mΩ is thousandths of an ohm"
