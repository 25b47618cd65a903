package heat

// A FuelID, BurnerID and MaterialID name what the tables below hold.
type (
	FuelID     string
	BurnerID   string
	MaterialID string
)

// The fuels.
const (
	CanisterGas FuelID = "gas"
	Petrol      FuelID = "petrol"
	Kerosene    FuelID = "kerosene"
	Ethanol     FuelID = "ethanol"
	Methanol    FuelID = "methanol"
	Hexamine    FuelID = "hexamine"
	Wood        FuelID = "wood"
	Electricity FuelID = "electric"
)

// The burners.
const (
	CanisterBurner    BurnerID = "canister"
	CanisterExchanger BurnerID = "canister-exchanger"
	PetrolStove       BurnerID = "petrol"
	SpiritBurner      BurnerID = "spirit"
	TabletStove       BurnerID = "tablets"
	TwigStove         BurnerID = "twig"
	OpenFire          BurnerID = "fire"
	Element12V        BurnerID = "element-12v"
	MainsKettle       BurnerID = "mains"
)

// The materials.
const (
	Titanium  MaterialID = "titanium"
	Aluminium MaterialID = "aluminium"
	Steel     MaterialID = "steel"
	Enamel    MaterialID = "enamel"
	Paper     MaterialID = "paper"
	Glass     MaterialID = "glass"
	Ceramic   MaterialID = "ceramic"
	Plastic   MaterialID = "plastic"
	Silicone  MaterialID = "silicone"
	Timber    MaterialID = "wood"
)

// A Fuel is something that burns, or electricity.
type Fuel struct {
	ID   FuelID  `json:"id"`
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
	{CanisterGas, "canister gas", 45.7},
	{Petrol, "petrol (naphtha)", 44},
	{Kerosene, "kerosene", 43},
	{Ethanol, "spirit (ethanol)", 26.8},
	{Methanol, "methanol", 19.9},
	{Hexamine, "solid tablets (hexamine)", 30},
	{Wood, "wood, air-dry", 15},
	{Electricity, "electricity", 0},
}

// A Burner is a way to heat water.
type Burner struct {
	ID   BurnerID `json:"id"`
	Name string   `json:"name"`
	// Fuels it can burn, the usual one first.
	Fuels []FuelID `json:"fuels"`
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

// LowFlame is the flame that keeps water at the boil, as a fraction of full: all of
// it where it cannot be turned down.
func (b Burner) LowFlame() float64 {
	if b.Low == 0 {
		return 1
	}
	return b.Low
}

// OfGas reports whether a gas canister feeds it.
func (b Burner) OfGas() bool { return b.Fuels[0] == CanisterGas }

// Burners lists the burners. Efficiencies are common practice.
var Burners = []Burner{
	{CanisterBurner, "canister burner", []FuelID{CanisterGas}, 0.50, 2000, 0.40, 0.25, true},
	{CanisterExchanger, "canister system with heat exchanger", []FuelID{CanisterGas}, 0.65, 1800, 0.12, 0.25, true},
	{PetrolStove, "liquid-fuel stove", []FuelID{Petrol, Kerosene}, 0.50, 2300, 0.20, 0.35, true},
	{SpiritBurner, "spirit burner with screen", []FuelID{Ethanol, Methanol}, 0.45, 1000, 0.20, 0, true},
	{TabletStove, "solid-tablet stove", []FuelID{Hexamine}, 0.35, 600, 0.35, 0, true},
	{TwigStove, "twig stove", []FuelID{Wood}, 0.20, 3000, 0.15, 0.5, true},
	{OpenFire, "open fire", []FuelID{Wood}, 0.10, 8000, 0.10, 0.3, true},
	{Element12V, "12 V element", []FuelID{Electricity}, 0.85, 120, 0, 0.5, false},
	{MainsKettle, "mains kettle", []FuelID{Electricity}, 0.90, 1500, 0, 0, false},
}

// ScreenShelter is the share of wind that passes a screen. Common practice.
const ScreenShelter = 0.25

// A Material is what a vessel is made of.
type Material struct {
	ID   MaterialID `json:"id"`
	Name string     `json:"name"`
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
	{Titanium, "titanium", 0.52, 0.25, 0.00003},
	{Aluminium, "aluminium", 0.90, 0.15, 0.00001},
	{Steel, "stainless steel", 0.50, 0.25, 0.00004},
	{Enamel, "enamelled steel", 0.49, 0.90, 0.0001},
	{Glass, "glass", 0.84, 0.92, 0.003},
	{Ceramic, "ceramic", 0.90, 0.92, 0.004},
	{Plastic, "plastic", 1.70, 0.92, 0.010},
	{Silicone, "silicone", 1.30, 0.92, 0.010},
	{Paper, "paper", 1.40, 0.92, 0.005},
	{Timber, "wood", 1.70, 0.90, 0.040},
}

// InsulationR is the resistance that an insulated (double-walled, evacuated)
// vessel adds, m²·K/W. From memory: a good half-litre flask loses about 1 K in
// ten minutes through wall and stopper.
const InsulationR = 0.8

// WrapR is the resistance that a layer of wool about 5 mm thick adds, m²·K/W, at 0.05
// W/(m·K). From memory.
const WrapR = 0.1

// FuelByID, BurnerByID and MaterialByID look an entry up.
func FuelByID[S ~string](id S) (Fuel, bool) {
	return find(Fuels, func(f Fuel) bool { return string(f.ID) == string(id) })
}

// BurnerByID finds a burner.
func BurnerByID[S ~string](id S) (Burner, bool) {
	return find(Burners, func(b Burner) bool { return string(b.ID) == string(id) })
}

// MaterialByID finds a material.
func MaterialByID[S ~string](id S) (Material, bool) {
	return find(Materials, func(m Material) bool { return string(m.ID) == string(id) })
}

func find[T any](list []T, is func(T) bool) (T, bool) {
	for _, x := range list {
		if is(x) {
			return x, true
		}
	}
	var none T
	return none, false
}
