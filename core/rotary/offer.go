package rotary

import (
	"math"
	"slices"

	"graybridge/core/can"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// offered is the best pair of banks as cans make it up, with what it would do.
type offered struct {
	Balance
	worst  float64 // worst winding over plate; +Inf where a motor falls out
	supply float64 // greatest amps from the line
}

// offer is the best pair found, as the drawer and what is sold make it up.
func offer(o *Solved) offered {
	b, left := o.Answer.Best.Balance, o.Drawer
	fit := func(uf float64) float64 {
		if uf < least {
			return 0
		}
		parts := can.Combine(uf, left)
		if parts == nil {
			return math.Round(uf)
		}
		left = without(slices.Clone(left), parts)
		return can.Sum(parts)
	}
	one := offered{Balance: Balance{L13: fit(b.L13)}}
	one.L23 = fit(b.L23)
	one.worst = o.Street.Worst(one.Balance, o.states).Share
	for _, duties := range o.states {
		if st := o.Street.Settle(duties); st.Runs {
			one.supply = math.Max(one.supply, st.Supply)
		}
	}
	o.Street.SetBalance(o.Answer.Balance)
	return one
}

// bankCures set the plan's pair, where another one is entered.
func bankCures(o *Solved) []finding.Cure {
	return cureOf(&o.Read, offer(o))
}

func cureOf(o *Read, one offered) []finding.Cure {
	if math.Abs(one.L13-o.Entered.L13) < 0.5 && math.Abs(one.L23-o.Entered.L23) < 0.5 {
		return nil
	}
	return []finding.Cure{{Label: "Fit " + one.Text(), Path: "rotary.l1_l3_microfarad", Value: unit.Plain(one.L13),
		And: finding.Setting{Path: "rotary.l2_l3_microfarad", Value: unit.Plain(one.L23)}}}
}

// relieves is by how much of plate a winding must be relieved for a pair of cans to be changed.
const relieves = 0.01

// betterCures set the plan's pair where that relieves the worst winding and the feeder's breaker
// still holds: a pair that gives better volts may take more of the line.
func betterCures(o *Solved) []finding.Cure {
	one := offer(o)
	s := o.Idler.Site.Supply
	opens := s.Breaker > 0 && one.supply+s.Beside > s.Breaker
	if opens || !(one.worst < o.Answer.Yours.Worst.Share-relieves) {
		return nil
	}
	return cureOf(&o.Read, one)
}
