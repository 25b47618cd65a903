package brew

import "strings"

// FixedBySchool are the paths of a request that a school fixes for itself: made
// another way, a brew leaves them to the school. FixedByMethod are those that another
// method's brewer fixes besides.
var (
	FixedBySchool = []string{"ratio_g_per_l", "dose_g", "water_g", "dilution", "contact_s", "adjust", "pours", "into"}
	FixedByMethod = []string{"grinder.clicks", "brewer.capacity_ml", "brewer.dose_g", "brewer.mass_g", "brewer.material", "brewer.preheated"}
)

// By is the request made by a method and school: what those fix for themselves is
// left to them. An empty school is the method's default.
func (r Request) By(method, school string) Request {
	clear := FixedBySchool
	if method != r.Method {
		clear = append(append([]string{}, clear...), FixedByMethod...)
	}
	for _, path := range clear {
		if path == "pours" {
			r.Pours = nil
			continue
		}
		f, ok := FieldByPath(path)
		switch {
		case !ok:
		case f.Num != nil:
			*f.Num(&r) = nil
		case f.Word != nil:
			*f.Word(&r) = nil
		default:
			*f.Yes(&r) = nil
		}
	}
	r.Method, r.School, r.Recipe = method, nil, nil
	if school = strings.TrimSpace(school); school != "" {
		r.School = &school
	}
	return r
}
