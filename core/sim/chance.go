package sim

import "math"

// Chance is a stream of numbers that only its seed decides: splitmix64 (Steele, Lea and
// Flood, 2014).
type Chance struct{ State uint64 }

func (c *Chance) next() uint64 {
	c.State += 0x9e3779b97f4a7c15
	z := c.State
	z = (z ^ z>>30) * 0xbf58476d1ce4e5b9
	z = (z ^ z>>27) * 0x94d049bb133111eb
	return z ^ z>>31
}

// Share is between 0 and 1.
func (c *Chance) Share() float64 { return float64(c.next()>>11) / (1 << 53) }

// Normal has mean 0 and spread 1 (Box and Muller), cut at three times its spread: beyond
// that nobody would go on brewing.
func (c *Chance) Normal() float64 {
	u := math.Max(c.Share(), 1e-300)
	return math.Max(-3, math.Min(3, math.Sqrt(-2*math.Log(u))*math.Cos(2*math.Pi*c.Share())))
}
