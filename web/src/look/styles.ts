import 'vuetify/styles/core';
import 'vuetify/styles/utilities';
import './fonts';
import './tokens.css';
import './kit.css';
