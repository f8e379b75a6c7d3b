package sound_test

import (
	"bytes"
	"encoding/binary"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/dsp/fourier"

	"graybridge/core/sound"
)

// wav writes samples as a recording.
func wav(rate int, samples []float64) []byte {
	var b bytes.Buffer
	data := make([]int16, len(samples))
	for i, x := range samples {
		data[i] = int16(math.Round(x * 32767))
	}
	b.WriteString("RIFF")
	put := func(v any) { _ = binary.Write(&b, binary.LittleEndian, v) }
	put(uint32(36 + 2*len(data)))
	b.WriteString("WAVEfmt ")
	put(uint32(16))
	put([]uint16{1, 1})
	put([]uint32{uint32(rate), uint32(2 * rate)})
	put([]uint16{2, 16})
	b.WriteString("data")
	put(uint32(2 * len(data)))
	put(data)
	return b.Bytes()
}

func tone(rate int, seconds float64, parts map[float64]float64, noise float64) []float64 {
	r := rand.New(rand.NewPCG(1, 2))
	out := make([]float64, int(seconds*float64(rate)))
	for i := range out {
		for hz, a := range parts {
			out[i] += a * math.Sin(2*math.Pi*hz*float64(i)/float64(rate))
		}
		out[i] += noise * (2*r.Float64() - 1)
	}
	return out
}

func TestTonesStandOut(t *testing.T) {
	c, err := sound.Read(wav(16000, tone(16000, 3, map[float64]float64{100: 0.3, 1187: 0.1}, 0.01)))
	require.NoError(t, err)
	s := c.Spectrum()
	require.InDelta(t, 3, s.Seconds, 0.01)
	require.Len(t, s.Peaks, 2)
	require.InDelta(t, 100, s.Peaks[0], 4)
	require.InDelta(t, 1187, s.Peaks[1], 4)
	loudest := s.Bands[0]
	for _, b := range s.Bands {
		if b.DB > loudest.DB {
			loudest = b
		}
	}
	require.InDelta(t, 100, loudest.Hertz, 5)
	// Hann's window spreads a tone over bins whose powers sum to 1.5 times the peak's own.
	require.InDelta(t, 10*math.Log10(0.3*0.3/2*1.5), loudest.DB, 0.5)
	require.Contains(t, s.Text, "tones stand out at")
}

// An independent transform is the witness.
func TestTheSpectrumIsThatOfAnotherProgram(t *testing.T) {
	const rate = 22050
	samples := tone(rate, 1, map[float64]float64{440: 0.2, 3000: 0.05}, 0.1)
	c, err := sound.Read(wav(rate, samples))
	require.NoError(t, err)
	const n = 4096
	fft := fourier.NewFFT(n)
	power := make([]float64, n/2)
	sum, pieces := 0.0, 0
	window := make([]float64, n)
	for i := range window {
		window[i] = 0.5 - 0.5*math.Cos(2*math.Pi*float64(i)/n)
		sum += window[i]
	}
	for at := 0; at+n <= len(c.Samples); at += n / 2 {
		x := make([]float64, n)
		for i := range x {
			x[i] = c.Samples[at+i] * window[i]
		}
		for k, z := range fft.Coefficients(nil, x)[:n/2] {
			power[k] += 2 * (real(z)*real(z) + imag(z)*imag(z)) / (sum * sum)
		}
		pieces++
	}
	for _, b := range c.Spectrum().Bands {
		low, high, want := b.Hertz/math.Pow(2, 1.0/6), b.Hertz*math.Pow(2, 1.0/6), 0.0
		for k, p := range power {
			if hz := float64(k) * rate / n; hz >= low-0.01 && hz < high-0.01 {
				want += p / float64(pieces)
			}
		}
		if b.Hertz > 200 {
			require.InDelta(t, 10*math.Log10(want), b.DB, 0.2, "%v Hz", b.Hertz)
		}
	}
}

func TestABadRecordingSaysWhatWouldDo(t *testing.T) {
	good := wav(16000, tone(16000, 1, nil, 0.1))
	stereo := bytes.Clone(good)
	stereo[22] = 2
	for name, c := range map[string]struct {
		data []byte
		says string
	}{
		"nothing":   {nil, "no WAV"},
		"a picture": {[]byte("\x89PNG\r\n\x1a\n0000"), "no WAV"},
		"stereo":    {stereo, "2 channels"},
		"cut short": {good[:4000], "cut short"},
		"too short": {wav(16000, make([]float64, 900)), "half a second"},
		"too long":  {wav(8000, make([]float64, 8000*21)), "21 s"},
	} {
		_, err := sound.Read(c.data)
		require.ErrorContains(t, err, c.says, name)
		require.ErrorContains(t, err, "want a WAV", name)
	}
}

func FuzzReading(f *testing.F) {
	f.Add(wav(16000, tone(16000, 0.5, map[float64]float64{50: 0.5}, 0)))
	f.Fuzz(func(t *testing.T, data []byte) {
		if c, err := sound.Read(data); err == nil {
			for _, b := range c.Spectrum().Bands {
				require.False(t, math.IsNaN(b.DB) || math.IsInf(b.DB, 0))
			}
		}
	})
}
