package heat

// A Fuel is something that burns, or electricity.
type Fuel struct {
	ID   string  `json:"id"`
	Name string  `json:"name"`
	LHV  float64 `json:"lhv_mj_per_kg" doc:"Lower heating value, MJ/kg; 0 for electricity"`
}

// Electric reports whether the fuel is electricity, counted in Wh.
func (f Fuel) Electric() bool { return f.LHV == 0 }

// Lower heating values of the gases, MJ/kg, from their heats of formation
// (products CO₂ and water vapour at 25 °C).
const (
	PropaneLHV   = 46.35
	IsobutaneLHV = 45.57
	ButaneLHV    = 45.72
)

// Fuels lists the fuels. Handbook lower heating values; gas is a mean of the
// three gases, and wood is dry to 20 % moisture.
var Fuels = []Fuel{
	{"gas", "canister gas", 45.7},
	{"petrol", "petrol (naphtha)", 44},
	{"kerosene", "kerosene", 43},
	{"ethanol", "spirit (ethanol)", 26.8},
	{"methanol", "methanol", 19.9},
	{"hexamine", "solid tablets (hexamine)", 30},
	{"wood", "wood, air-dry", 15},
	{"electric", "electricity", 0},
}

// A Burner is a way to heat water.
type Burner struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	// Fuels it can burn, the usual one first.
	Fuels []string `json:"fuels"`
	// Efficiency of the heat burned that reaches the pot, in calm air with a
	// lid on. Common practice; users calibrate it.
	Efficiency float64 `json:"efficiency"`
	// PowerW is the heat it burns at full, in W. Common practice.
	PowerW float64 `json:"power_w"`
	// WindLoss is how much each m/s of wind at the flame adds to the fuel and
	// time, as a fraction. From memory: a bare canister burner in 5 m/s takes
	// about three times the fuel.
	WindLoss float64 `json:"wind_loss"`
	// Low is the lowest steady flame as a fraction of full; 0 when it cannot
	// be turned down.
	Low   float64 `json:"low"`
	Flame bool    `json:"flame" doc:"Burns something: needs air, gives carbon monoxide"`
}

// Burners lists the burners. Efficiencies are common practice.
var Burners = []Burner{
	{"canister", "canister burner", []string{"gas"}, 0.50, 2000, 0.40, 0.25, true},
	{"canister-exchanger", "canister system with heat exchanger", []string{"gas"}, 0.65, 1800, 0.12, 0.25, true},
	{"petrol", "liquid-fuel stove", []string{"petrol", "kerosene"}, 0.50, 2300, 0.20, 0.35, true},
	{"spirit", "spirit burner with screen", []string{"ethanol", "methanol"}, 0.45, 1000, 0.20, 0, true},
	{"tablets", "solid-tablet stove", []string{"hexamine"}, 0.35, 600, 0.35, 0, true},
	{"twig", "twig stove", []string{"wood"}, 0.20, 3000, 0.15, 0.5, true},
	{"fire", "open fire", []string{"wood"}, 0.10, 8000, 0.10, 0.3, true},
	{"element-12v", "12 V element", []string{"electric"}, 0.85, 120, 0, 0.5, false},
	{"mains", "mains kettle", []string{"electric"}, 0.90, 1500, 0, 0, false},
}

// ScreenShelter is the share of wind that passes a screen. Common practice.
const ScreenShelter = 0.25

// A Material is what a vessel is made of.
type Material struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	// SpecificHeat in kJ/(kg·K), handbook values.
	SpecificHeat float64 `json:"specific_heat"`
	// Emissivity of the outside at 90 °C. From memory.
	Emissivity float64 `json:"emissivity"`
	// Wall is the resistance of a usual wall, m²·K/W: thickness over
	// conductivity, handbook conductivities.
	Wall float64 `json:"wall"`
}

// Materials lists the materials of pots, brewers and cups.
var Materials = []Material{
	{"titanium", "titanium", 0.52, 0.25, 0.00003},
	{"aluminium", "aluminium", 0.90, 0.15, 0.00001},
	{"steel", "stainless steel", 0.50, 0.25, 0.00004},
	{"enamel", "enamelled steel", 0.49, 0.90, 0.0001},
	{"glass", "glass", 0.84, 0.92, 0.003},
	{"ceramic", "ceramic", 0.90, 0.92, 0.004},
	{"plastic", "plastic", 1.70, 0.92, 0.010},
	{"silicone", "silicone", 1.30, 0.92, 0.010},
	{"wood", "wood", 1.70, 0.90, 0.040},
}

// InsulationR is the resistance that an insulated (double-walled, evacuated)
// vessel adds, m²·K/W. From memory: a good half-litre flask loses about 1 K in
// ten minutes through wall and stopper.
const InsulationR = 0.8

// FuelByID, BurnerByID and MaterialByID look an entry up.
func FuelByID(id string) (Fuel, bool) { return find(Fuels, id, func(f Fuel) string { return f.ID }) }

// BurnerByID finds a burner.
func BurnerByID(id string) (Burner, bool) {
	return find(Burners, id, func(b Burner) string { return b.ID })
}

// MaterialByID finds a material.
func MaterialByID(id string) (Material, bool) {
	return find(Materials, id, func(m Material) string { return m.ID })
}

func find[T any](list []T, id string, key func(T) string) (T, bool) {
	for _, x := range list {
		if key(x) == id {
			return x, true
		}
	}
	var none T
	return none, false
}
