package quantity

import (
	"math"
	"os/exec"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The US units are those of GNU Units, whose definitions are its own.
func TestUSUnitsAsElsewhere(t *testing.T) {
	for u, names := range map[Unit][2]string{
		HPa: {"hectopascal", "inHg"}, Bar: {"bar", "psi"}, Metre: {"m", "ft"}, Kilometre: {"km", "mile"}, Millimetre: {"mm", "inch"}, MetrePerSec: {"m/s", "mph"},
		Gram: {"g", "oz"}, Millilitre: {"ml", "usfloz"}, Litre: {"l", "usquart"}, Kilojoule: {"kJ", "btu"}, KJPerKg: {"kJ/kg", "btu/lb"}, GramPerL: {"g/l", "oz/usquart"}, MlPerG: {"ml/g", "usfloz/oz"},
		Kelvin: {"K", "degF"},
	} {
		out, err := exec.Command("units", "-t", "-o", "%.12g", names[0], names[1]).Output()
		require.NoError(t, err, "%s", u)
		want, err := strconv.ParseFloat(strings.TrimSpace(string(out)), 64)
		require.NoError(t, err, "%s: %s", u, out)
		assert.InEpsilon(t, want, Systems[US][u].Factor, 2e-7, "%s in %s", u, Systems[US][u].Unit)
	}
	assert.InDelta(t, 32, Systems[US][Celsius].Zero, 0)
	assert.InDelta(t, 1.8, Systems[US][Celsius].Factor, 0)
}

// Every system tells every unit, with a step for every size; what is rounded lies no further off
// than half a step.
func TestEverySystemTellsEveryUnit(t *testing.T) {
	for s, units := range Systems {
		assert.Len(t, units, len(metric), "%s", s)
		for u, how := range units {
			require.NotEmpty(t, how.Steps, "%s in %s", u, s)
			assert.Zero(t, how.Steps[len(how.Steps)-1].Below, "%s in %s: all other sizes", u, s)
			for _, v := range []float64{0, 0.3, -3.14, 17, 250, 9876.5} {
				text := Of(v, u).In(s)
				figure, _, _ := strings.Cut(strings.TrimSuffix(text, " "+how.Unit), " ")
				n, err := strconv.ParseFloat(strings.Replace(figure, "−", "-", 1), 64)
				require.NoError(t, err, "%s in %s: %q", u, s, text)
				is := v*how.Factor + how.Zero
				assert.LessOrEqual(t, math.Abs(n-is), how.step(is, false)/2+1e-9, "%g %s in %s: %q", v, u, s, text)
			}
		}
	}
	assert.Equal(t, "−0.50 oz", Of(-14.2, Gram).In(US))
	assert.Equal(t, "1.3 cups", Of(300, Millilitre).In(USCups))
	assert.Equal(t, "0 °C", Of(-0.2, Celsius).In(Metric))
}
