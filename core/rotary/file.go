package rotary

import (
	"fmt"
	"math"

	"graybridge/core/machine"
	"graybridge/core/openfile"
)

// Format is the open file of `graybridge rotary`: an idler, its banks and its
// machines on a single-phase line; docs/formats.md describes it.
const Format = "gray-bridge/rotary-reference"

// File is that file.
type File struct {
	Format  string     `json:"format,omitempty"`
	Version int        `json:"version,omitempty"`
	Cases   []FileCase `json:"cases"`
}

// FileCase is one converter.
type FileCase struct {
	Name     string        `json:"name"`
	Supply   FileSupply    `json:"single_phase_supply"`
	Idler    FileMotor     `json:"idler"`
	Balance  FileBalance   `json:"balance"`
	Machines []FileMachine `json:"machines"`
}

// FileSupply is the line with what stands in series.
type FileSupply struct {
	Volts         float64 `json:"volts" limit:">0"`
	FrequencyHz   float64 `json:"frequency_hz" limit:">0"`
	ResistanceOhm float64 `json:"resistance_ohm" limit:">=0"`
	ReactanceOhm  float64 `json:"reactance_ohm" limit:">=0"`
}

// FileBalance is the two banks.
type FileBalance struct {
	L13 float64 `json:"l1_l3_microfarad" limit:">=0"`
	L23 float64 `json:"l2_l3_microfarad" limit:">=0"`
}

// FileMotor is a plate with every target given, and how its windings are joined.
type FileMotor struct {
	Plate  machine.DesignPlate `json:"plate"`
	InStar bool                `json:"windings_in_star"`
}

// FileMachine is a machine of a case.
type FileMachine struct {
	FileMotor
	Name      string           `json:"name"`
	LoadKind  machine.LoadKind `json:"load_kind"`
	LoadShare float64          `json:"load_share" limit:">=0"`
}

// FileAnswer is what one case comes to; fields that a case does not have are left out.
type FileAnswer struct {
	Name       string               `json:"name"`
	Idle       FileState            `json:"idler_alone"`
	Loaded     *FileState           `json:"all_at_their_load,omitempty"`
	Continuous *float64             `json:"continuous_share_first_machine_alone,omitempty"`
	Starts     map[string]FileStart `json:"start_with_the_others_running,omitempty"`
}

// FileState is one state of a case. Where a motor has no running point, runs is false
// and the rest is left out.
type FileState struct {
	Runs     bool                 `json:"runs"`
	Idler    *FileShaft           `json:"idler,omitempty"`
	Machines map[string]FileShaft `json:"machines,omitzero"`
	Volts    *[3]float64          `json:"line_volts_12_23_31,omitempty"`
	Supply   *float64             `json:"supply_amps,omitempty"`
	Watts    *float64             `json:"supply_watts,omitempty"`
}

// FileShaft is one motor of a state.
type FileShaft struct {
	Slip  float64    `json:"slip"`
	Ratio [3]float64 `json:"winding_ratio"`
}

// FileStart is one machine held at standstill while the others run.
type FileStart struct {
	Hold      bool     `json:"others_hold"`
	IdlerSlip *float64 `json:"idler_slip,omitempty"`
	Torque    *float64 `json:"start_torque_ratio,omitempty"`
	Supply    *float64 `json:"supply_amps,omitempty"`
}

// Decode reads the file strictly; the error is openfile.Problems. More keys are
// allowed.
func Decode(data []byte) (File, error) {
	var f File
	if err := openfile.Decode(data, &f, true); err != nil {
		return File{}, err
	}
	bad := openfile.Head(f.Format, f.Version, Format)
	add := func(path, found, wanted string) {
		bad = append(bad, openfile.Problem{Path: path, Found: found, Wanted: wanted})
	}
	for i, c := range f.Cases {
		at := fmt.Sprintf("cases[%d].", i)
		if _, err := c.Idler.Plate.Model(); err != nil {
			add(at+"idler.plate", err.Error(), "a plate that can be built")
		}
		seen := map[string]bool{}
		for j, m := range c.Machines {
			at := fmt.Sprintf("%smachines[%d].", at, j)
			if _, err := m.Plate.Model(); err != nil {
				add(at+"plate", err.Error(), "a plate that can be built")
			}
			if m.Name == "" || seen[m.Name] {
				add(at+"name", fmt.Sprintf("%q", m.Name), "a name of its own")
			}
			seen[m.Name] = true
			switch m.LoadKind {
			case machine.NoLoad, machine.Constant, machine.Linear, machine.Fan:
			default:
				add(at+"load_kind", fmt.Sprintf("%q", m.LoadKind), "none, constant, linear or fan")
			}
		}
	}
	if len(bad) > 0 {
		return File{}, bad
	}
	return f, nil
}

func (m FileMotor) motor() (Motor, error) {
	model, err := m.Plate.Model()
	return Motor{Model: &model, Star: m.InStar}, err
}

// Solve works one case out.
func (c FileCase) Solve() (FileAnswer, error) {
	idler, err := c.Idler.motor()
	if err != nil {
		return FileAnswer{}, err
	}
	var machines []Motor
	loaded := make([]Duty, len(c.Machines))
	for i, m := range c.Machines {
		one, err := m.motor()
		if err != nil {
			return FileAnswer{}, err
		}
		machines = append(machines, one)
		loaded[i] = Duty{Running, machine.Load{Kind: m.LoadKind, Share: m.LoadShare}}
	}
	s := NewStreet(Line{Volts: c.Supply.Volts, Hertz: c.Supply.FrequencyHz, Ohm: c.Supply.ResistanceOhm,
		ReactanceOhm: c.Supply.ReactanceOhm}, idler, machines...)
	s.SetBalance(Balance(c.Balance))
	a := FileAnswer{Name: c.Name, Idle: c.shown(s.Settle(make([]Duty, len(machines))))}
	if len(machines) == 0 {
		return a, nil
	}
	all := c.shown(s.Settle(loaded))
	share := s.Continuous(0, c.Machines[0].LoadKind, 1.3)
	a.Loaded, a.Continuous, a.Starts = &all, &share, map[string]FileStart{}
	for i, m := range c.Machines {
		duties := append([]Duty{}, loaded...)
		duties[i] = Duty{Mode: Standing}
		st := s.Settle(duties)
		start := FileStart{Hold: st.Runs}
		if st.Runs {
			torque := st.Machines[i].TorqueNm / machines[i].Model.RatedTorqueNm
			start.IdlerSlip, start.Torque, start.Supply = &st.Idler.Slip, &torque, &st.Supply
		}
		a.Starts[m.Name] = start
	}
	return a, nil
}

func (c FileCase) shown(st State) FileState {
	out := FileState{Runs: st.Runs}
	if !st.Runs {
		return out
	}
	out.Idler = &FileShaft{st.Idler.Slip, st.Idler.Shares}
	out.Volts, out.Supply, out.Watts = &st.Volts, &st.Supply, &st.Watts
	out.Machines = map[string]FileShaft{}
	for i, m := range st.Machines {
		if m.Mode == Running {
			out.Machines[c.Machines[i].Name] = FileShaft{m.Slip, m.Shares}
		}
	}
	return out
}

// Continuous is the greatest share of a kind of load that a machine carries alone for
// good, up to most in hundredths: no winding of it or of the idler above plate. It
// looks up to the first share that finds no running point; 0 where there is none.
func (s *Street) Continuous(machineAt int, kind machine.LoadKind, most float64) float64 {
	duties := make([]Duty, len(s.motors)-1)
	best := 0.0
	for i := 0; i <= int(math.Round(most*100)); i++ {
		share := float64(i) / 100
		duties[machineAt] = Duty{Running, machine.Load{Kind: kind, Share: share}}
		st := s.Settle(duties)
		if !st.Runs {
			break
		}
		if _, _, worst := st.Worst(); worst <= 1 {
			best = share
		}
	}
	return best
}
