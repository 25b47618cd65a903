package water

// A Source is where water comes from.
type Source struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	// Trusted says that it counts as safe to drink until somebody says otherwise;
	// any other is doubtful until somebody says that it is safe.
	Trusted bool `json:"trusted"`
}

// Sources lists where water comes from. Carried is water brought along.
var Sources = []Source{
	{"tap", "a tap", true},
	{"bottled", "bottles bought", true},
	{"urn", "an urn", true},
	{"spring", "a spring", false},
	{"stream", "a stream", false},
	{"lake", "a lake", false},
	{"tank", "a tank", false},
	{"snow", "snow or ice", false},
	{Carried, "none here: carried in", false},
}

// Carried is the source of a place without water: all of it is brought along.
const Carried = "none"

// What is done about the water's safety.
const (
	Safe     = "safe"     // somebody vouches for it
	Boil     = "boil"     // boiled as guidance says, in the brew
	Filtered = "filtered" // through a filter made for it
	Doubtful = "doubtful" // nobody vouches for it and nothing is done
)

// SourceByID finds a source.
func SourceByID(id string) (Source, bool) {
	for _, s := range Sources {
		if s.ID == id {
			return s, true
		}
	}
	return Source{}, false
}

// TreatmentOf is what is taken to be done about water from a source, where nobody
// says: nothing that is unknown counts as safe. An empty or unknown source is one
// that was not said.
func TreatmentOf(source string) string {
	if s, ok := SourceByID(source); ok && s.Trusted {
		return Safe
	}
	return Doubtful
}

// Minutes of a rolling boil that disinfect, and the altitude above which it is the
// longer ones: US CDC, 1 minute, 3 minutes above 2,000 m (6,500 ft).
const (
	boilLowS, boilHighS = 60, 180
	boilAboveM          = 2000
)

// The published rule on boiling water that may carry germs, in words, and who published it.
const (
	SafeBoilRule   = "Boil clear water for 1 minute, or 3 minutes above 2,000 m (6,500 ft)."
	SafeBoilSource = "US CDC guidance"
	SafeBoil       = SafeBoilSource + ": boil clear water for 1 minute, or 3 minutes above 2,000 m (6,500 ft)"
)

// TreatmentBoilS is how long to keep clear but doubtful water at a rolling boil, in
// s: US CDC. An altitude that is not known counts as high.
func TreatmentBoilS(altitudeM float64, known bool) float64 {
	if !known || altitudeM > boilAboveM {
		return boilHighS
	}
	return boilLowS
}
