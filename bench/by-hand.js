/**
 * A player's controls as a good front-end developer writes them by hand: plain listeners, correct behaviour, no library.
 * Frozen: it is what the bars are measured against.
 */
const clock = seconds => {
  if (!Number.isFinite(seconds)) return '–:––'
  const whole = Math.floor(seconds)
  const minutes = Math.floor(whole / 60)
  return `${minutes}:${String(whole % 60).padStart(2, '0')}`
}

const spoken = seconds => {
  const minutes = Math.floor(seconds / 60)
  const rest = Math.floor(seconds % 60)
  return minutes > 0 ? `${minutes} minutes ${rest} seconds` : `${rest} seconds`
}

export const setUpByHand = player => {
  const video = player.querySelector('video')
  const part = name => player.querySelector(`[data-part="${name}"]`)
  const playButton = part('play')
  const seek = part('seek')
  const volume = part('volume')
  const rate = part('rate')
  let dragging = false

  const showPlay = () => {
    const paused = video.paused || video.ended
    part('label-play').hidden = !paused
    part('label-pause').hidden = paused
  }
  const showTime = () => {
    part('time').textContent = clock(video.currentTime)
    if (!dragging) {
      seek.value = String(video.currentTime)
      part('played').style.width = video.duration > 0 ? `${(video.currentTime / video.duration) * 100}%` : '0'
    }
    showLoaded()
  }
  const showDuration = () => {
    part('duration').textContent = clock(video.duration)
    seek.max = Number.isFinite(video.duration) ? String(video.duration) : '0'
    seek.disabled = !Number.isFinite(video.duration)
  }
  const showLoaded = () => {
    let end = 0
    for (let index = 0; index < video.buffered.length; index += 1) {
      if (video.buffered.start(index) <= video.currentTime) end = Math.max(end, video.buffered.end(index))
    }
    part('loaded').style.width = video.duration > 0 ? `${(end / video.duration) * 100}%` : '0'
  }
  const showVolume = () => {
    volume.value = video.muted ? '0' : String(video.volume)
    part('mute').setAttribute('aria-pressed', String(video.muted))
  }
  const showRate = () => {
    rate.value = String(video.playbackRate)
  }
  const showBusy = () => {
    part('busy').hidden = video.paused || video.readyState >= 3
  }
  const sayPosition = () =>
    seek.setAttribute('aria-valuetext', `${spoken(video.currentTime)} of ${spoken(video.duration)}`)
  const skip = seconds => {
    video.currentTime = Math.min(Math.max(video.currentTime + seconds, 0), video.duration || 0)
  }

  video.addEventListener('play', showPlay)
  video.addEventListener('pause', showPlay)
  video.addEventListener('ended', showPlay)
  video.addEventListener('timeupdate', showTime)
  video.addEventListener('seeked', showTime)
  video.addEventListener('durationchange', showDuration)
  video.addEventListener('loadedmetadata', showDuration)
  video.addEventListener('progress', showLoaded)
  video.addEventListener('volumechange', showVolume)
  video.addEventListener('ratechange', showRate)
  video.addEventListener('waiting', showBusy)
  video.addEventListener('playing', showBusy)
  video.addEventListener('canplay', showBusy)
  video.addEventListener('emptied', () => {
    showPlay()
    showTime()
    showDuration()
  })
  video.addEventListener('error', () => {
    part('fault').textContent = 'This video cannot be played.'
  })

  playButton.addEventListener('click', () => {
    if (video.paused || video.ended) video.play().catch(() => showPlay())
    else video.pause()
  })
  part('stop').addEventListener('click', () => {
    video.pause()
    video.currentTime = 0
  })
  part('back').addEventListener('click', () => skip(-10))
  part('on').addEventListener('click', () => skip(10))
  part('mute').addEventListener('click', () => {
    video.muted = !video.muted
  })
  seek.addEventListener('pointerdown', () => {
    dragging = true
  })
  seek.addEventListener('pointerup', () => {
    dragging = false
  })
  seek.addEventListener('pointercancel', () => {
    dragging = false
  })
  seek.addEventListener('input', () => {
    video.currentTime = Number(seek.value)
    part('played').style.width = `${(Number(seek.value) / video.duration) * 100}%`
    sayPosition()
  })
  seek.addEventListener('focus', sayPosition)
  seek.addEventListener('change', () => {
    dragging = false
  })
  volume.addEventListener('input', () => {
    video.muted = false
    video.volume = Number(volume.value)
  })
  rate.addEventListener('change', () => {
    video.playbackRate = Number(rate.value)
  })
  showPlay()
  showTime()
  showDuration()
  showVolume()
  showRate()
}
