package trip

// Spot is what is known of a place, whatever trip it is on: stops, places and files have it,
// each with what is its own beside it. A new field of a stop is a field here; one that a person
// writes in words is in Texts besides, by which every view and format has it.
type Spot struct {
	Name       string `json:"name" minLength:"1" maxLength:"120" pattern:"^$|^[^\\n\\t]*\\S[^\\n\\t]*$" patternDescription:"one line that is not empty"`
	TimeZone   string `json:"time_zone" required:"false" maxLength:"60" doc:"IANA name; UTC when left out"`
	AccessNote string `json:"access_note" required:"false" maxLength:"2000" doc:"How one gets to the water"`
	Note       string `json:"note" required:"false" maxLength:"2000"`
	Facts      Facts  `json:"facts" required:"false"`
}

// Text is something that a person writes of a place, in words.
type Text struct {
	Path  string `json:"path"`  // of its field, and of its column in a CSV
	Label string `json:"label"` // before it, where it stands among other things
	Help  string `json:"help"`  // what to write
	of    func(*Spot) *string
}

// Texts are all of them, in the order in which they are read.
var Texts = []Text{
	{"access_note", "Way to the water", "How one gets to the water: the path, what is slippery, when it is shut.", func(s *Spot) *string { return &s.AccessNote }},
	{"note", "Note", "Anything else to remember.", func(s *Spot) *string { return &s.Note }},
}

// MaxText bounds each, in characters.
const MaxText = 2000

// In is where a place has the text.
func (t Text) In(s *Spot) *string { return t.of(s) }
