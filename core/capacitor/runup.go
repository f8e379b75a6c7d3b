package capacitor

import (
	"context"
	"errors"
	"fmt"
	"math"
	"slices"

	"graybridge/core/circuit"
	"graybridge/core/circuit/transient"
	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// ErrNone says that there is nothing to compute.
var ErrNone = errors.New("nothing to compute")

// StartRun is the run-up in time domain, on the run capacitor and the start
// capacitor where there is one.
type StartRun struct {
	TimeS   []float64        `json:"time_s" nullable:"false"`
	RPM     []float64        `json:"rpm" nullable:"false"`
	Amps    []float64        `json:"amps" nullable:"false"` // greatest of the supply line in each slice
	Sync    float64          `json:"sync_rpm"`
	DropS   float64          `json:"drop_s"` // when the start capacitor was taken out; 0: there was none
	ReachS  float64          `json:"reach_s"`
	Up      bool             `json:"up"` // it came up
	Figures []finding.Figure `json:"figures" nullable:"false"`
}

const (
	startSlices = 240
	longestRun  = 6.0  // s that are followed at most
	dropAt      = 0.75 // of synchronous speed: where a relay lets the start capacitor go
	upAt        = 0.9
)

// RunUp follows the run-up of the motor as wanted. The error is ErrNone where there is
// nothing to follow.
func (o *Solved) RunUp(ctx context.Context) (run StartRun, err error) {
	a := o.Answer
	if a == nil {
		return StartRun{}, ErrNone
	}
	setup := startSetup(o, a.Microfarad)
	setup.Context = ctx
	m := o.Site.Model
	sync := m.Eq.SyncRadPerSecond(o.Site.Supply.Hertz)
	run = StartRun{Sync: sync * 30 / math.Pi, Figures: []finding.Figure{}}
	above := func(share float64) func(*transient.Sample) bool {
		return func(s *transient.Sample) bool { return math.Abs(s.SpeedRadS[0]) >= share*sync }
	}
	if o.StartEntered > 0 {
		// A first run says when the start capacitor may go, as a relay would feel it.
		first, err := setup.Trace(1, above(dropAt))
		if err != nil {
			return StartRun{}, ErrNone
		}
		if run.DropS = longestRun; first.Result.Stopped {
			run.DropS = first.Result.TimeS
		}
		setup.Openings = []transient.Opening{{Element: "start", AfterS: run.DropS}}
	}
	// Long enough to see it settle: half as long again as it takes, at least half a second more.
	warm := heating{into: make([]float64, len(o.Bridge.Wiring.Coils))}
	reach, err := setup.Trace(1, func(s *transient.Sample) bool { warm.add(s); return above(upAt)(s) })
	if err != nil {
		return StartRun{}, ErrNone
	}
	if run.Up = reach.Result.Stopped; run.Up {
		run.ReachS = reach.Result.TimeS
		setup.EndS = math.Min(longestRun, run.ReachS*1.5+0.5)
	} else {
		setup.EndS = 2
	}
	trace, err := setup.Trace(startSlices, nil)
	if err != nil {
		return StartRun{}, ErrNone
	}
	run.TimeS, run.RPM, run.Amps = trace.TimeS, trace.RPM[0], trace.Amps
	peak := 0.0
	for i, rpm := range run.RPM {
		run.RPM[i] = math.Abs(rpm)
		peak = math.Max(peak, run.Amps[i])
	}
	// The envelope: a slice shows the greatest of the half period up to it.
	width := setup.EndS / startSlices
	back := int(math.Ceil(1 / (2 * o.Site.Supply.Hertz * width)))
	for i := len(run.Amps) - 1; i >= 0; i-- {
		run.Amps[i] = slices.Max(run.Amps[max(0, i-back+1) : i+1])
	}
	startFigures(&o.Read, &run, trace, peak)
	if run.Up {
		run.Figures = append(run.Figures, startsInARow(o, warm, run.ReachS))
	}
	return run, nil
}

// heating adds up what a start puts into each coil: ∫ i² dt.
type heating struct {
	into []float64
	last float64
}

func (h *heating) add(s *transient.Sample) {
	for k := range h.into {
		i := s.CoilAmps(0, k)
		h.into[k] += i * i * (s.TimeS - h.last)
	}
	h.last = s.TimeS
}

// manyStarts is as many in a row as anybody makes.
const manyStarts = 20

// startsInARow is how often it may be started again and again, by the heat that this start
// puts into its worst winding.
func startsInARow(o *Solved, h heating, seconds float64) finding.Figure {
	worst, all, plate := 0.0, 0.0, o.Site.Model.WindingAmps
	for _, x := range h.into {
		share := x / seconds / (plate * plate)
		worst, all = math.Max(worst, share), all+share/float64(len(h.into))
	}
	heat, start := o.question.heat(), machine.Strain{Winding: worst, Losses: all, Cooling: 1}
	cold := heat.Starts(machine.Strain{}, start, seconds/60, manyStarts)
	warm := heat.Starts(o.Answer.Usual.Strain(), start, seconds/60, manyStarts)
	text := fmt.Sprintf("%d warm, %d cold", warm, cold)
	if warm == manyStarts {
		text = fmt.Sprintf("more than %d", manyStarts)
	}
	return finding.Figure{ID: "starts", Name: "Starts in a row", Value: float64(warm), Text: text,
		Note: fmt.Sprintf("each heats the hottest winding at %s of its rated heat for %s; guide value",
			unit.Percent(worst),
			unit.Text(seconds, "s")), Mark: finding.Estimated, Section: finding.OnHeat,
		Why: []finding.Why{site.HeatWhy(heat, text)}}
}

// startSetup is the bridge as a circuit in time, the motor standing.
func startSetup(o *Solved, microfarad float64) transient.Setup {
	b := o.Bridge
	c := circuit.Circuit{
		FrequencyHz: o.Site.Supply.Hertz, Reference: "line 2",
		Sources: []circuit.Source{{Name: "line", From: "line 1", To: "line 2", VoltsRMS: o.Site.Supply.Volts,
			ResistanceOhm: o.Site.Supply.LineOhm()}},
		Elements: []circuit.Element{{Name: "run", Kind: circuit.Capacitor, From: "L3", To: o.CornerTo,
			Microfarad: microfarad}},
		Machines: []circuit.Machine{{Name: "motor", Equivalent: o.Site.Model.Eq, Slip: 1, Coils: b.Wiring.Coils}},
		Joints:   append([][]string{{"L1", "line 1"}, {"L2", "line 2"}}, b.Wiring.Joints...),
	}
	if o.StartEntered > 0 {
		c.Elements = append(c.Elements, circuit.Element{Name: "start", Kind: circuit.Capacitor, From: "L3",
			To: o.CornerTo, Microfarad: o.StartEntered})
	}
	load := o.Site.Load.RunUp()
	reference := o.Site.Model.RPM * math.Pi / 30
	torque := transient.Load{ConstantNm: o.Site.Model.FrictionNm, ReferenceRadS: reference}
	full := load.Share * o.Site.Model.RatedTorqueNm
	switch load.Kind {
	case "constant":
		torque.ConstantNm += full
	case "linear":
		torque.LinearNm = full
	case "fan":
		torque.FanNm = full
	}
	return transient.Setup{Circuit: c, EndS: longestRun,
		Rotors: []transient.Rotor{{InertiaKgM2: machine.RotorInertia(o.Site.Model) + o.Site.Load.Inertia,
			Load: torque}}}
}

func startFigures(o *Read, run *StartRun, trace transient.Trace, peak float64) {
	add := func(id, name string, value float64, text, note string) {
		run.Figures = append(run.Figures, finding.Figure{ID: id, Name: name, Value: value, Text: text, Note: note,
			Mark: finding.Estimated, Section: finding.OnTime})
	}
	if run.Up {
		add("reach", "Up after", run.ReachS, unit.Text(run.ReachS, "s"), "90"+unit.Space+"% of synchronous speed")
	} else {
		add("reach", "Does not come up", 0, "hums", "switch off at once")
	}
	add("peak", "Inrush, peak", peak, unit.Text(peak, "A"), "in the supply line, closed at its zero")
	if o.Site.Supply.LineOhm() > 0 {
		dip := peak / math.Sqrt2 * o.Site.Supply.LineOhm()
		add("dip", "Dip on the feeder", dip, unit.Text(dip, "V"), unit.Text(dip/o.Site.Supply.Volts*100,
			"%")+" of the volts at the outlet")
	}
	if o.StartEntered > 0 {
		for _, o := range trace.Result.Opened {
			add("drop", "Start capacitor out", o.TimeS, unit.Text(o.TimeS, "s"),
				"at "+unit.Whole(math.Abs(o.SpeedRadS)*30/math.Pi, "rpm")+", at its current's zero")
			add("trapped", "Left on it", math.Abs(o.Volts), unit.Whole(math.Abs(o.Volts), "V"),
				"until the bleed resistor takes it off")
		}
	}
	inertia := machine.RotorInertia(o.Site.Model)
	note := "of a typical rotor, guide value"
	if o.Site.Load.Inertia > 0 {
		note += "; and the machine's " + unit.Text(o.Site.Load.Inertia, "kg·m²")
	} else {
		note += "; the machine's own is not entered"
	}
	add("inertia", "Inertia", inertia, unit.Text(inertia, "kg·m²"), note)
	if trace.Result.DeepBarTo[0] > 0 {
		add("deep-bar", "Rotor ohms", trace.Result.DeepBarTo[0], "held",
			"to "+unit.Three(trace.Result.DeepBarTo[0])+" times the running ones; the circuit has more")
	}
}
