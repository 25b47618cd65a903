package coffee

// InBag is a coffee in the bag, as a person writes it down.
type InBag struct {
	Name       string   `json:"name" minLength:"1" maxLength:"40" pattern:"^$|^[^\\n\\t]*\\S[^\\n\\t]*$" patternDescription:"one line that is not empty"`
	Roast      string   `json:"roast,omitempty" enum:",light,medium,dark"`
	RoastedOn  string   `json:"roasted_on,omitempty" pattern:"^(\\d{4}-\\d{2}-\\d{2})?$" patternDescription:"a date, YYYY-MM-DD, or empty" doc:"ISO date, or empty"`
	Species    string   `json:"species,omitempty" enum:",arabica,robusta,decaffeinated"`
	Process    string   `json:"process,omitempty" maxLength:"60"`
	Printed    string   `json:"printed_notes,omitempty" maxLength:"1000" doc:"Notes printed on it, with commas between them"`
	Words      string   `json:"printed_recipe,omitempty" maxLength:"4000" doc:"The recipe printed on it, as it stands"`
	Ground     bool     `json:"ground,omitempty" doc:"It is ground already"`
	ShopGround bool     `json:"shop_ground,omitempty" doc:"It was ground where it was bought, nobody knows how fine"`
	Grams      *float64 `json:"grams,omitempty" minimum:"0" maximum:"20000" doc:"That it had, or had left when it was last weighed"`
	Since      string   `json:"since,omitempty" maxLength:"40" doc:"When that was: what was brewed from then on is taken off"`
}
