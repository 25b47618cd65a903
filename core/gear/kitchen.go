package gear

// Kitchen is what stands in an ordinary kitchen for four, and makes coffee away from it too. Its
// figures are typical, from memory, and each says so.
func Kitchen() []Item {
	list := []Item{
		{Name: "Saucepan, 1.5 L", Kind: Vessel, MassG: 750, LengthMm: p(160), HeightMm: p(100), BaseMm: p(150), CapacityMl: p(1500), Material: "steel", Lid: true},
		{Name: "Pot, 3 L", Kind: Vessel, MassG: 1200, LengthMm: p(200), HeightMm: p(120), BaseMm: p(180), CapacityMl: p(3000), Material: "steel", Lid: true},
		{Name: "Stove kettle", Kind: Vessel, MassG: 700, LengthMm: p(190), HeightMm: p(180), BaseMm: p(160), CapacityMl: p(1700), Material: "steel", Spout: true, Lid: true},
		{Name: "Picnic stove", Kind: Burner, Type: "canister", MassG: 260, LengthMm: p(110), WidthMm: p(110), HeightMm: p(100), SupportMin: p(90), SupportMax: p(220)},
		{Name: "Press pot, glass", Kind: Brewer, Type: "press pot", MassG: 600, LengthMm: p(110), HeightMm: p(220), CapacityMl: p(1000), Material: "glass", Parts: []string{"sieve", "spring"}},
		{Name: "Moka pot", Kind: Brewer, Type: "moka pot", MassG: 550, LengthMm: p(110), HeightMm: p(200), BaseMm: p(100), DoseG: p(22), CapacityMl: p(270), Material: "aluminium", Parts: []string{"basket", "gasket"}},
		{Name: "Cone dripper, ceramic", Kind: Brewer, Type: "cone dripper", MassG: 350, LengthMm: p(120), HeightMm: p(100), BaseMm: p(105), DoseG: p(36), CapacityMl: p(500), Size: "cone", Material: "ceramic"},
		{Name: "Preserving jar", Kind: Brewer, Type: "jar", MassG: 480, LengthMm: p(105), HeightMm: p(160), CapacityMl: p(1000), Material: "glass"},
		{Name: "Cone papers", Kind: Filter, Type: "cone paper", MassG: 1.5, Count: p(40), Size: "cone"},
		{Name: "Kitchen grinder", Kind: Grinder, MassG: 600, LengthMm: p(60), HeightMm: p(190), DoseG: p(35), Parts: []string{"crank"}},
		{Name: "Kitchen scale", Kind: Scale, MassG: 400, LengthMm: p(200), WidthMm: p(150), HeightMm: p(20), RangeG: p(5000), StepG: p(1)},
		{Name: "Mug", Kind: Cup, MassG: 330, LengthMm: p(85), HeightMm: p(95), RimMm: p(78), CapacityMl: p(320), Material: "ceramic", Count: p(4)},
		{Name: "Jug, 1 L", Kind: Server, MassG: 300, LengthMm: p(110), HeightMm: p(170), RimMm: p(95), CapacityMl: p(1000), Material: "plastic"},
		{Name: "Tablespoon", Kind: Extra, Type: "measure", MassG: 40, DoseG: p(5.5)},
	}
	for i := range list {
		list[i].Typical = true
	}
	return list
}
