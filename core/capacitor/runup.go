package capacitor

import (
	"context"
	"errors"
	"math"
	"slices"

	"graybridge/core/circuit"
	"graybridge/core/circuit/transient"
	"graybridge/core/finding"
	"graybridge/core/machine"
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
func (o *Over) RunUp(ctx context.Context) (run StartRun, err error) {
	a := o.Answer
	if a == nil {
		return StartRun{}, ErrNone
	}
	setup := o.startSetup(a.Microfarad)
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
	reach, err := setup.Trace(1, above(upAt))
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
	o.startFigures(&run, trace, peak)
	return run, nil
}

// startSetup is the bridge as a circuit in time, the motor standing.
func (o *Over) startSetup(microfarad float64) transient.Setup {
	b := o.Bridge
	c := circuit.Circuit{
		FrequencyHz: o.Site.Supply.Hertz, Reference: "line 2",
		Sources: []circuit.Source{{Name: "line", From: "line 1", To: "line 2", VoltsRMS: o.Site.Supply.Volts,
			ResistanceOhm: o.Site.Supply.FeederOhm}},
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

func (o *Over) startFigures(run *StartRun, trace transient.Trace, peak float64) {
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
	if o.Site.Supply.FeederOhm > 0 {
		dip := peak / math.Sqrt2 * o.Site.Supply.FeederOhm
		add("dip", "Dip on the feeder", dip, unit.Text(dip, "V"), unit.Text(dip/o.Site.Supply.Volts*100,
			"%")+" of the volts at the post")
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
	note := "of a typical rotor, planning"
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
