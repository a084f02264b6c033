console.log('placeholder')
