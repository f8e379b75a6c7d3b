package supply

import (
	"cmp"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Stair is the volts on their way from the transformer to the motor in one state.
type Stair struct {
	ID    string  `json:"id" enum:"idle,running,starting"`
	Name  string  `json:"name"`
	Amps  float64 `json:"amps"`
	Steps []Step  `json:"steps" nullable:"false"` // with nothing drawn, at the panel, at the motor
}

// Step is the volts at one place.
type Step struct {
	Place string  `json:"place"`
	Volts float64 `json:"volts"`
	Text  string  `json:"text"`
}

// Stairs are the volts idle, running and at the first instant of a start. What stands in
// series is taken to lose in proportion to its ohms.
func (s Supply) Stairs(d *Draw) []Stair {
	out := []Stair{}
	if d == nil {
		return out
	}
	if s.wall != nil {
		return s.wall.Stairs(s.ahead(d))
	}
	add := func(id, name string, amps, motor float64) {
		one := Stair{ID: id, Name: name, Amps: amps}
		for _, at := range []Step{{Place: nothingDrawn, Volts: s.Volts}, {Place: atPanel, Volts: s.panel(motor)},
			{Place: s.ends(), Volts: motor}} {
			at.Text = unit.Text(at.Volts, "V")
			one.Steps = append(one.Steps, at)
		}
		out = append(out, one)
	}
	if d.IdleAmps > 0 {
		add("idle", "idle", d.IdleAmps, d.IdleVolts)
	}
	add("running", "running", d.RunAmps, d.RunVolts)
	if d.StartAmps > d.RunAmps {
		add("starting", "starting", d.StartAmps, d.StartVolts)
	}
	return out
}

// ends is where the wall's wires end.
func (s Supply) ends() string { return cmp.Or(s.end, atMotor) }

// panel is the volts there while a motor has so many at its terminals.
func (s Supply) panel(atMotor float64) float64 { return atMotor + s.Lost(atMotor) }

// judgeDip says how far lights on the same panel dip as the motor starts.
func (s Supply) judgeDip(d *Draw, add func(finding.Finding)) {
	if s.SourceOhm == 0 {
		return
	}
	add(s.sayDip(1-s.panel(d.StartVolts)/s.Volts, d))
}

// SeenDip is the share of the volts from which a dip of the lights is likely seen (guide value).
const SeenDip = MostDrop
